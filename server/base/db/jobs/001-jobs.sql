-- What people asked, saw, decided and ordered. Units and vehicles are named by their catalogue keys: the catalogue is a
-- database of its own, so that an import never holds up a job.

CREATE TABLE job (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  asker TEXT NOT NULL,
  request TEXT NOT NULL CHECK (request IN ('replace', 'prevent', 'upgrade', 'convert', 'substitute')),
  complaint TEXT,
  words TEXT NOT NULL,
  vehicle_key TEXT,
  built TEXT,
  options TEXT NOT NULL,
  slot TEXT,
  state TEXT NOT NULL CHECK (state IN ('open', 'ordered', 'closed')),
  opened_by TEXT NOT NULL,
  created_at TEXT NOT NULL,
  updated_at TEXT NOT NULL,
  version INTEGER NOT NULL,
  -- The slip's sentence when the job was last touched, for the list of jobs.
  safe INTEGER NOT NULL DEFAULT 0 CHECK (safe IN (0, 1)),
  safety TEXT NOT NULL DEFAULT ''
) STRICT;

-- Evidence is only ever added or withdrawn.
CREATE TABLE evidence (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  job_id INTEGER NOT NULL REFERENCES job (id),
  slot TEXT NOT NULL,
  attribute TEXT NOT NULL,
  position TEXT,
  kind TEXT NOT NULL CHECK (kind IN ('quantity', 'mark', 'choice', 'count', 'thread', 'month')),
  value TEXT NOT NULL,
  instrument TEXT,
  on_vehicle INTEGER NOT NULL CHECK (on_vehicle IN (0, 1)),
  person TEXT NOT NULL,
  noted_at TEXT NOT NULL,
  withdrawn_by TEXT,
  withdrawn_at TEXT
) STRICT;
CREATE INDEX evidence_job ON evidence (job_id);

-- The newest version of each decision is in force; the ones before it are kept.
CREATE TABLE decision (
  job_id INTEGER NOT NULL REFERENCES job (id),
  subject TEXT NOT NULL,
  version INTEGER NOT NULL,
  value TEXT,
  reason TEXT NOT NULL,
  person TEXT NOT NULL,
  decided_at TEXT NOT NULL,
  PRIMARY KEY (job_id, subject, version)
) STRICT, WITHOUT ROWID;

-- Hand edits of computed lines, and lines added by hand.
CREATE TABLE slip_line (
  job_id INTEGER NOT NULL REFERENCES job (id),
  key TEXT NOT NULL,
  version INTEGER NOT NULL,
  by_hand INTEGER NOT NULL CHECK (by_hand IN (0, 1)),
  section TEXT,
  words TEXT,
  number TEXT,
  reason TEXT,
  quantity INTEGER,
  dropped INTEGER NOT NULL CHECK (dropped IN (0, 1)),
  note TEXT,
  person TEXT NOT NULL,
  edited_at TEXT NOT NULL,
  PRIMARY KEY (job_id, key)
) STRICT, WITHOUT ROWID;

CREATE TABLE practice (
  key TEXT PRIMARY KEY,
  value REAL NOT NULL,
  version INTEGER NOT NULL,
  person TEXT NOT NULL,
  set_at TEXT NOT NULL
) STRICT, WITHOUT ROWID;
