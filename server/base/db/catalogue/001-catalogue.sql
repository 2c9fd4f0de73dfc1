-- What is known of vehicles, units, numbers and the links between them. Text keys are natural keys from the catalogue
-- files; integers are inside only. A row that is not there is not known: absent is neither zero nor "has none".

CREATE TABLE source (
  id INTEGER PRIMARY KEY,
  key TEXT NOT NULL UNIQUE,
  kind TEXT NOT NULL CHECK (kind IN ('maker-bulletin', 'unit-maker', 'aftermarket-list', 'measured', 'unsourced')),
  title TEXT NOT NULL,
  issued TEXT NOT NULL,
  note TEXT NOT NULL DEFAULT ''
) STRICT;

CREATE TABLE maker (
  id INTEGER PRIMARY KEY,
  key TEXT NOT NULL UNIQUE,
  name TEXT NOT NULL,
  role TEXT NOT NULL CHECK (role IN ('vehicles', 'units', 'aftermarket', 'rebuilder')),
  ignored_marks TEXT NOT NULL DEFAULT ' -./',
  prefix TEXT NOT NULL DEFAULT ''
) STRICT;

CREATE TABLE vehicle (
  id INTEGER PRIMARY KEY,
  key TEXT NOT NULL UNIQUE,
  maker_id INTEGER NOT NULL REFERENCES maker (id),
  series TEXT NOT NULL,
  name TEXT NOT NULL,
  built_from TEXT NOT NULL,
  built_to TEXT,
  weight_class TEXT NOT NULL DEFAULT '',
  gearbox TEXT NOT NULL DEFAULT '',
  assistance TEXT NOT NULL DEFAULT '',
  driving_side TEXT NOT NULL DEFAULT '',
  note TEXT NOT NULL DEFAULT '',
  source_id INTEGER NOT NULL REFERENCES source (id)
) STRICT;

CREATE TABLE vehicle_option (
  vehicle_id INTEGER NOT NULL REFERENCES vehicle (id) ON DELETE CASCADE,
  code TEXT NOT NULL,
  meaning TEXT NOT NULL,
  PRIMARY KEY (vehicle_id, code)
) STRICT, WITHOUT ROWID;

-- The vehicle's own side of a joint: what its bulkhead, pedal and lines have, by the slot they serve.
CREATE TABLE vehicle_fact (
  vehicle_id INTEGER NOT NULL REFERENCES vehicle (id) ON DELETE CASCADE,
  slot TEXT NOT NULL,
  attribute TEXT NOT NULL,
  position TEXT NOT NULL DEFAULT '',
  presence TEXT NOT NULL CHECK (presence IN ('recorded', 'none')),
  num REAL,
  txt TEXT,
  tolerance REAL,
  source_id INTEGER NOT NULL REFERENCES source (id),
  PRIMARY KEY (vehicle_id, slot, attribute, position),
  CHECK (presence = 'none' OR num IS NOT NULL OR txt IS NOT NULL)
) STRICT, WITHOUT ROWID;

CREATE TABLE unit (
  id INTEGER PRIMARY KEY,
  key TEXT NOT NULL UNIQUE,
  kind TEXT NOT NULL CHECK (kind IN ('brake-master', 'clutch-master', 'slave', 'booster', 'wheel-cylinder', 'caliper')),
  name TEXT NOT NULL,
  maker_id INTEGER NOT NULL REFERENCES maker (id),
  note TEXT NOT NULL DEFAULT '',
  source_id INTEGER NOT NULL REFERENCES source (id)
) STRICT;
CREATE INDEX unit_kind ON unit (kind);

CREATE TABLE unit_fact (
  unit_id INTEGER NOT NULL REFERENCES unit (id) ON DELETE CASCADE,
  attribute TEXT NOT NULL,
  position TEXT NOT NULL DEFAULT '',
  presence TEXT NOT NULL CHECK (presence IN ('recorded', 'none')),
  num REAL,
  txt TEXT,
  tolerance REAL,
  source_id INTEGER NOT NULL REFERENCES source (id),
  PRIMARY KEY (unit_id, attribute, position),
  CHECK (presence = 'none' OR num IS NOT NULL OR txt IS NOT NULL)
) STRICT, WITHOUT ROWID;

CREATE TABLE kit (
  id INTEGER PRIMARY KEY,
  key TEXT NOT NULL UNIQUE,
  kind TEXT NOT NULL,
  name TEXT NOT NULL,
  maker_id INTEGER NOT NULL REFERENCES maker (id),
  bore REAL NOT NULL,
  bore_large REAL,
  seals TEXT,
  source_id INTEGER NOT NULL REFERENCES source (id)
) STRICT;
CREATE INDEX kit_bore ON kit (kind, bore);

CREATE TABLE kit_content (
  kit_id INTEGER NOT NULL REFERENCES kit (id) ON DELETE CASCADE,
  seq INTEGER NOT NULL,
  item TEXT NOT NULL,
  quantity INTEGER NOT NULL CHECK (quantity > 0),
  note TEXT NOT NULL DEFAULT '',
  PRIMARY KEY (kit_id, seq)
) STRICT, WITHOUT ROWID;

CREATE TABLE kit_unit (
  kit_id INTEGER NOT NULL REFERENCES kit (id) ON DELETE CASCADE,
  unit_id INTEGER NOT NULL REFERENCES unit (id) ON DELETE CASCADE,
  source_id INTEGER NOT NULL REFERENCES source (id),
  PRIMARY KEY (kit_id, unit_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX kit_unit_unit ON kit_unit (unit_id);

-- Small parts that are ordered with a unit: nuts, washers, plugs, clamps, fluids.
CREATE TABLE fitting (
  id INTEGER PRIMARY KEY,
  key TEXT NOT NULL UNIQUE,
  kind TEXT NOT NULL,
  name TEXT NOT NULL,
  thread TEXT,
  seat TEXT,
  tube TEXT,
  grade TEXT,
  volume_ml REAL,
  source_id INTEGER NOT NULL REFERENCES source (id)
) STRICT;
CREATE INDEX fitting_kind ON fitting (kind, thread);

-- A number is unique by issuer and written form; its normalised key is not.
CREATE TABLE number (
  id INTEGER PRIMARY KEY,
  maker_id INTEGER NOT NULL REFERENCES maker (id),
  written TEXT NOT NULL,
  key TEXT NOT NULL,
  loose TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('order', 'casting', 'label')),
  status TEXT NOT NULL CHECK (status IN ('current', 'superseded', 'withdrawn', 'unknown')),
  unit_id INTEGER REFERENCES unit (id),
  kit_id INTEGER REFERENCES kit (id),
  fitting_id INTEGER REFERENCES fitting (id),
  note TEXT NOT NULL DEFAULT '',
  source_id INTEGER NOT NULL REFERENCES source (id),
  UNIQUE (maker_id, written),
  CHECK ((unit_id IS NOT NULL) + (kit_id IS NOT NULL) + (fitting_id IS NOT NULL) <= 1)
) STRICT;
CREATE INDEX number_key ON number (key);
CREATE INDEX number_loose ON number (loose);
CREATE INDEX number_unit ON number (unit_id) WHERE unit_id IS NOT NULL;
CREATE INDEX number_kit ON number (kit_id) WHERE kit_id IS NOT NULL;
CREATE INDEX number_fitting ON number (fitting_id) WHERE fitting_id IS NOT NULL;

-- What the box of an ordering number holds.
CREATE TABLE box_item (
  number_id INTEGER NOT NULL REFERENCES number (id) ON DELETE CASCADE,
  item TEXT NOT NULL,
  presence TEXT NOT NULL CHECK (presence IN ('included', 'left-out', 'unknown')),
  source_id INTEGER NOT NULL REFERENCES source (id),
  PRIMARY KEY (number_id, item)
) STRICT, WITHOUT ROWID;

-- Which unit may sit in which slot of a vehicle. A mated set names parts that must come from the same side of a change.
CREATE TABLE chain_entry (
  id INTEGER PRIMARY KEY,
  vehicle_id INTEGER NOT NULL REFERENCES vehicle (id) ON DELETE CASCADE,
  slot TEXT NOT NULL,
  unit_id INTEGER NOT NULL REFERENCES unit (id),
  built_from TEXT NOT NULL DEFAULT '',
  built_to TEXT NOT NULL DEFAULT '',
  option_code TEXT NOT NULL DEFAULT '',
  mated_set TEXT NOT NULL DEFAULT '',
  source_id INTEGER NOT NULL REFERENCES source (id),
  UNIQUE (vehicle_id, slot, unit_id, built_from, option_code)
) STRICT;
CREATE INDEX chain_entry_unit ON chain_entry (unit_id);

-- One claim between two numbers or units. Who says so, and when, are its assertions.
CREATE TABLE link (
  id INTEGER PRIMARY KEY,
  key TEXT NOT NULL UNIQUE,
  kind TEXT NOT NULL CHECK (kind IN ('same', 'superseded-by', 'drop-in', 'with-changes', 'does-not-fit')),
  from_number INTEGER REFERENCES number (id),
  from_unit INTEGER REFERENCES unit (id),
  to_number INTEGER REFERENCES number (id),
  to_unit INTEGER REFERENCES unit (id),
  both_ways INTEGER NOT NULL CHECK (both_ways IN (0, 1)),
  CHECK ((from_number IS NULL) <> (from_unit IS NULL)),
  CHECK ((to_number IS NULL) <> (to_unit IS NULL)),
  CHECK (from_number IS NULL OR from_number IS NOT to_number),
  CHECK (from_unit IS NULL OR from_unit IS NOT to_unit)
) STRICT;
CREATE INDEX link_from_number ON link (from_number) WHERE from_number IS NOT NULL;
CREATE INDEX link_from_unit ON link (from_unit) WHERE from_unit IS NOT NULL;
CREATE INDEX link_to_number ON link (to_number) WHERE to_number IS NOT NULL;
CREATE INDEX link_to_unit ON link (to_unit) WHERE to_unit IS NOT NULL;

CREATE TABLE assertion (
  link_id INTEGER NOT NULL REFERENCES link (id) ON DELETE CASCADE,
  source_id INTEGER NOT NULL REFERENCES source (id),
  asserted_on TEXT NOT NULL,
  person TEXT NOT NULL DEFAULT '',
  note TEXT NOT NULL DEFAULT '',
  PRIMARY KEY (link_id, source_id, asserted_on)
) STRICT, WITHOUT ROWID;

CREATE TABLE condition (
  link_id INTEGER NOT NULL REFERENCES link (id) ON DELETE CASCADE,
  seq INTEGER NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('move-over', 'mated-part', 'without-reservoir', 'rod', 'line', 'order', 'check')),
  txt TEXT NOT NULL,
  number TEXT NOT NULL DEFAULT '',
  PRIMARY KEY (link_id, seq)
) STRICT, WITHOUT ROWID;

CREATE TABLE import (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  dated TEXT NOT NULL,
  source TEXT NOT NULL,
  loaded_at TEXT NOT NULL
) STRICT;
