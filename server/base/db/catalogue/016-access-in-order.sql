-- What comes off to reach a place comes off in the order in which it was recorded.
ALTER TABLE vehicle_access ADD COLUMN seq INTEGER NOT NULL DEFAULT 0;
