-- The list of jobs shows of each how it stands by its shape, and what is done next. It is worked out anew at the first
-- start: the sentence of every job is taken away for that.
ALTER TABLE job ADD COLUMN grade TEXT NOT NULL DEFAULT 'not-safe';
ALTER TABLE job ADD COLUMN next TEXT NOT NULL DEFAULT '';
UPDATE job SET safety = '';
