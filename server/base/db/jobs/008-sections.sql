-- Sections of hand lines by the names that the parts list has for them.
UPDATE slip_line SET section = 'stays' WHERE section = 'reuse';
UPDATE slip_line SET section = 'ask' WHERE section = 'measure';
