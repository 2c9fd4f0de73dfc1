-- What is in a kit, by size: one kit may hold seals of two sizes, and a set may hold other kits.
ALTER TABLE kit_content RENAME TO kit_content_before;
CREATE TABLE kit_content (
  kit_id INTEGER NOT NULL REFERENCES kit (id) ON DELETE CASCADE,
  seq INTEGER NOT NULL,
  item TEXT NOT NULL,
  quantity INTEGER NOT NULL CHECK (quantity > 0),
  -- The bore that a seal is made for; 0: the kit's own.
  size REAL NOT NULL DEFAULT 0 CHECK (size >= 0),
  note TEXT NOT NULL DEFAULT '',
  holds_kit INTEGER REFERENCES kit (id),
  PRIMARY KEY (kit_id, seq)
) STRICT, WITHOUT ROWID;
INSERT INTO kit_content (kit_id, seq, item, quantity, note) SELECT kit_id, seq, item, quantity, note FROM kit_content_before;
DROP TABLE kit_content_before;
CREATE INDEX kit_content_holds ON kit_content (holds_kit) WHERE holds_kit IS NOT NULL;

-- What a unit needs to be sealed anew, and what stays in its housing, as its maker lists it.
CREATE TABLE unit_piece (
  unit_id INTEGER NOT NULL REFERENCES unit (id) ON DELETE CASCADE,
  item TEXT NOT NULL,
  size REAL NOT NULL DEFAULT 0 CHECK (size >= 0),
  quantity INTEGER NOT NULL CHECK (quantity > 0),
  stays INTEGER NOT NULL DEFAULT 0 CHECK (stays IN (0, 1)),
  source_id INTEGER NOT NULL REFERENCES source (id),
  PRIMARY KEY (unit_id, item, size)
) STRICT, WITHOUT ROWID;

-- What a pack holds that is sold for several sizes. A fitting with pieces is a pack and no single part.
CREATE TABLE fitting_piece (
  fitting_id INTEGER NOT NULL REFERENCES fitting (id) ON DELETE CASCADE,
  thread TEXT NOT NULL DEFAULT '',
  size REAL NOT NULL DEFAULT 0 CHECK (size >= 0),
  quantity INTEGER NOT NULL CHECK (quantity > 0),
  PRIMARY KEY (fitting_id, thread, size)
) STRICT, WITHOUT ROWID;

-- A part that goes on a range of sizes, from "size" on: a hose clamp.
ALTER TABLE fitting ADD COLUMN size_to REAL CHECK (size_to IS NULL OR size_to >= size);

-- What breaks when it is taken off: clips, a gasket.
ALTER TABLE vehicle_access ADD COLUMN breaks TEXT NOT NULL DEFAULT '';
