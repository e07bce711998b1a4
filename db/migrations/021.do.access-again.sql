-- When wrong guesses began to be counted: those of a person over all devices are counted for a day.
ALTER TABLE wrong_guess ADD began_at timestamptz NOT NULL DEFAULT now();
-- Whether a person was signed in on a device at some time is asked by that device.
CREATE INDEX session_device ON session (device_id, operator_id);
