-- One name for one thing: the parts list, workshop settings, a fix.
ALTER TABLE slip_line RENAME TO parts_list_line;
ALTER TABLE practice RENAME TO setting;
UPDATE setting SET key = 'misreadingShare' WHERE key = 'slipShare';
UPDATE decision SET subject = 'fix:' || substr(subject, 8) WHERE subject LIKE 'remedy:%';
