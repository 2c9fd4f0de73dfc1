-- How the brakes and the clutch of a vehicle are laid out, by the names of the layouts that the program knows.
ALTER TABLE vehicle ADD COLUMN brake_layout TEXT NOT NULL DEFAULT '';
ALTER TABLE vehicle ADD COLUMN clutch_layout TEXT NOT NULL DEFAULT '';

-- What is recorded of a part of the layout: a line with both its ends, a hose, a block, a modulator. A part may have variants by month and
-- option; a mated set names what must come from the same side of a change.
CREATE TABLE vehicle_part_fact (
  vehicle_id INTEGER NOT NULL REFERENCES vehicle (id) ON DELETE CASCADE,
  part TEXT NOT NULL,
  built_from TEXT NOT NULL DEFAULT '',
  option_code TEXT NOT NULL DEFAULT '',
  attribute TEXT NOT NULL,
  position TEXT NOT NULL DEFAULT '',
  built_to TEXT NOT NULL DEFAULT '',
  mated_set TEXT NOT NULL DEFAULT '',
  presence TEXT NOT NULL CHECK (presence IN ('recorded', 'none')),
  num REAL,
  txt TEXT,
  tolerance REAL,
  source_id INTEGER NOT NULL REFERENCES source (id),
  PRIMARY KEY (vehicle_id, part, built_from, option_code, attribute, position),
  CHECK (presence = 'none' OR num IS NOT NULL OR txt IS NOT NULL)
) STRICT, WITHOUT ROWID;

-- What has to come off before a place can be reached.
CREATE TABLE vehicle_access (
  vehicle_id INTEGER NOT NULL REFERENCES vehicle (id) ON DELETE CASCADE,
  slot TEXT NOT NULL,
  comes_off TEXT NOT NULL,
  minutes REAL CHECK (minutes IS NULL OR minutes >= 0),
  source_id INTEGER NOT NULL REFERENCES source (id),
  PRIMARY KEY (vehicle_id, slot, comes_off)
) STRICT, WITHOUT ROWID;

-- What its maker says of handling a unit: straps that break by themselves, a ban on bleeding in the vehicle, what must not be greased.
CREATE TABLE unit_note (
  unit_id INTEGER NOT NULL REFERENCES unit (id) ON DELETE CASCADE,
  about TEXT NOT NULL,
  txt TEXT NOT NULL,
  source_id INTEGER NOT NULL REFERENCES source (id),
  PRIMARY KEY (unit_id, about, txt)
) STRICT, WITHOUT ROWID;

-- What lies in a box, by kind, thread, size and number. Nothing: nobody said.
ALTER TABLE box_item ADD COLUMN kind TEXT NOT NULL DEFAULT '';
ALTER TABLE box_item ADD COLUMN quantity INTEGER CHECK (quantity IS NULL OR quantity > 0);
ALTER TABLE box_item ADD COLUMN thread TEXT;
ALTER TABLE box_item ADD COLUMN size REAL CHECK (size IS NULL OR size > 0);

-- What is sold under a number: new, rebuilt, used. Nothing: nobody said.
ALTER TABLE number ADD COLUMN condition TEXT NOT NULL DEFAULT '';
