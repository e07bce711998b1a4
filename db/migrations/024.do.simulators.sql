-- Stand-ins for machine, gauge and camera write like real ones: off until an owner switches them on. The demo does. Null (a file of an older version was taken in): off.
ALTER TABLE workshop ADD simulators boolean DEFAULT false;
