-- Every write of a job is an event. A job's revision is the newest of its events; whoever follows a job goes on from
-- the last one seen. The command is the writer's own name of the write: a repeat is recognised by it and gets the
-- first answer. `asked` is a digest of what was asked, so that a name is not used for two things.
CREATE TABLE job_event (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  command TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES job (id),
  kind TEXT NOT NULL,
  ref TEXT NOT NULL,
  person TEXT NOT NULL,
  device_at TEXT,
  at TEXT NOT NULL,
  asked TEXT NOT NULL,
  answer TEXT NOT NULL CHECK (json_valid(answer))
) STRICT;
CREATE INDEX job_event_job ON job_event (job_id, seq);

-- Which vehicle it is, beyond its model.
ALTER TABLE job ADD COLUMN chassis TEXT NOT NULL DEFAULT '';
ALTER TABLE job ADD COLUMN plate TEXT NOT NULL DEFAULT '';
ALTER TABLE job ADD COLUMN fleet TEXT NOT NULL DEFAULT '';

-- What is entered has a name that whoever enters it made: sent twice, it is there once.
ALTER TABLE evidence ADD COLUMN uid TEXT;
ALTER TABLE photograph ADD COLUMN uid TEXT;
ALTER TABLE parts_list_line ADD COLUMN uid TEXT;
CREATE UNIQUE INDEX evidence_uid ON evidence (job_id, uid);
CREATE UNIQUE INDEX photograph_uid ON photograph (job_id, uid);
CREATE UNIQUE INDEX parts_list_line_uid ON parts_list_line (job_id, uid);

-- A line that was taken out leaves its version: the next of its name goes on from it.
ALTER TABLE line_template ADD COLUMN dropped INTEGER NOT NULL DEFAULT 0 CHECK (dropped IN (0, 1));
