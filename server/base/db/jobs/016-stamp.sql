-- What the standing of a job was worked out from beside the job: another one shows that it may have changed. What a job
-- was before that made it worse is kept until somebody writes to it.
ALTER TABLE job ADD COLUMN stamp TEXT NOT NULL DEFAULT '';
ALTER TABLE job ADD COLUMN was TEXT;
CREATE INDEX job_stamp ON job (state, stamp);
