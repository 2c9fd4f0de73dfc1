-- Several things may be wrong in one job: their names as a JSON list.
ALTER TABLE job ADD COLUMN complaints TEXT NOT NULL DEFAULT '[]';
UPDATE job SET complaints = json_array(complaint) WHERE complaint IS NOT NULL;
ALTER TABLE job DROP COLUMN complaint;

-- Two systems may take two fluids: what was decided was the fluid of the system of the job.
UPDATE decision SET subject = 'fluid:' || CASE WHEN (SELECT slot FROM job WHERE id = job_id) IN ('clutch-master', 'slave') THEN 'clutch' ELSE 'brake' END
  WHERE subject = 'fluid';
