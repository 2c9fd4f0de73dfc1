-- What each end of a fitting goes into, where its ends are not alike: an adapter, a tee, a made-up line.
CREATE TABLE fitting_end (
  fitting_id INTEGER NOT NULL REFERENCES fitting (id) ON DELETE CASCADE,
  position TEXT NOT NULL,
  gender TEXT NOT NULL CHECK (gender IN ('male', 'female')),
  thread TEXT NOT NULL,
  seat TEXT NOT NULL,
  PRIMARY KEY (fitting_id, position)
) STRICT, WITHOUT ROWID;

-- From sealing face to sealing face of a made-up line or hose.
ALTER TABLE fitting ADD COLUMN length REAL CHECK (length IS NULL OR length > 0);
