-- Stand-ins for machine, gauge and camera write like real ones: off until an owner switches them on. The demo does.
ALTER TABLE workshop ADD simulators boolean NOT NULL DEFAULT false;
