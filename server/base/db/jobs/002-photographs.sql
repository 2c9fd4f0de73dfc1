-- Photographs of what was seen, kept with the job. They are added and withdrawn like evidence, and never changed. The
-- picture itself lies in a table of its own: lists do not read it.

CREATE TABLE photograph (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  job_id INTEGER NOT NULL REFERENCES job (id),
  slot TEXT NOT NULL,
  evidence_id INTEGER REFERENCES evidence (id),
  shows TEXT NOT NULL,
  type TEXT NOT NULL CHECK (type IN ('image/png', 'image/jpeg')),
  width INTEGER NOT NULL,
  height INTEGER NOT NULL,
  size INTEGER NOT NULL,
  person TEXT NOT NULL,
  added_at TEXT NOT NULL,
  withdrawn_by TEXT,
  withdrawn_at TEXT
) STRICT;
CREATE INDEX photograph_job ON photograph (job_id);

CREATE TABLE photograph_image (
  photograph_id INTEGER PRIMARY KEY REFERENCES photograph (id),
  bytes BLOB NOT NULL
) STRICT;

-- What is to be seen where, as shares of the width and the height.
CREATE TABLE photograph_mark (
  photograph_id INTEGER NOT NULL REFERENCES photograph (id),
  seq INTEGER NOT NULL,
  x REAL NOT NULL CHECK (x BETWEEN 0 AND 1),
  y REAL NOT NULL CHECK (y BETWEEN 0 AND 1),
  words TEXT NOT NULL,
  person TEXT NOT NULL,
  marked_at TEXT NOT NULL,
  PRIMARY KEY (photograph_id, seq)
) STRICT, WITHOUT ROWID;
