-- What came of acting on a link of kin. They are kept with the jobs: a long import of a catalogue must not hold them up, and
-- they stay when a catalogue is loaded again. `link` is the link's natural key.

CREATE TABLE outcome (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  link TEXT NOT NULL,
  result TEXT NOT NULL CHECK (result IN ('fitted', 'fitted-with-change', 'did-not-fit')),
  reason TEXT NOT NULL,
  job_id INTEGER REFERENCES job (id),
  person TEXT NOT NULL,
  recorded_at TEXT NOT NULL,
  withdrawn_by TEXT,
  withdrawn_at TEXT,
  CHECK (result = 'fitted' OR reason <> '')
) STRICT;
CREATE INDEX outcome_link ON outcome (link);
