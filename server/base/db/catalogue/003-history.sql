-- Who changed what. An act is one thing that somebody did; its changes are the rows it touched, as they were before and after.
-- Rows that an import adds are counted in its line and not kept one by one: they say themselves which source they come from.

CREATE TABLE act (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  what TEXT NOT NULL,
  reason TEXT NOT NULL DEFAULT '',
  person TEXT NOT NULL,
  acted_at TEXT NOT NULL,
  -- The act that this one takes back.
  undoes INTEGER UNIQUE REFERENCES act (id)
) STRICT;

CREATE TABLE change (
  act_id INTEGER NOT NULL REFERENCES act (id),
  seq INTEGER NOT NULL,
  kept TEXT NOT NULL,
  row_key TEXT NOT NULL,
  before TEXT,
  after TEXT,
  PRIMARY KEY (act_id, seq),
  CHECK (before IS NOT NULL OR after IS NOT NULL)
) STRICT, WITHOUT ROWID;
CREATE INDEX change_row ON change (kept, row_key);

ALTER TABLE import ADD COLUMN person TEXT NOT NULL DEFAULT '';
ALTER TABLE import ADD COLUMN added INTEGER NOT NULL DEFAULT 0;
ALTER TABLE import ADD COLUMN changed INTEGER NOT NULL DEFAULT 0;
ALTER TABLE import ADD COLUMN rejected INTEGER NOT NULL DEFAULT 0;
ALTER TABLE import ADD COLUMN act_id INTEGER REFERENCES act (id);

-- Whether a claim between two numbers is there already is asked for each row of a list; a hub has hundreds of links on one side.
DROP INDEX link_from_number;
CREATE INDEX link_from_number ON link (from_number, to_number) WHERE from_number IS NOT NULL;
