-- Jobs that came with the demo: they go when it goes.
ALTER TABLE job ADD COLUMN made_up INTEGER NOT NULL DEFAULT 0 CHECK (made_up IN (0, 1));
