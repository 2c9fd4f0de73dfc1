-- When a unit or a fact of it was last written: a number that only grows, by the clock where that is further on. What is kept in memory of
-- many units is brought up by the few that were written since; whoever writes, with whatever program, is heard. A unit that has the
-- highest number already keeps it: who reads looks at those of the highest number again.
ALTER TABLE unit ADD COLUMN touched INTEGER NOT NULL DEFAULT 0;
CREATE INDEX unit_touched ON unit (touched);
CREATE INDEX unit_kind_touched ON unit (kind, touched);

CREATE TRIGGER unit_added AFTER INSERT ON unit BEGIN
  UPDATE unit SET touched = MAX((SELECT MAX(touched) FROM unit) + 1, CAST(unixepoch('subsec') * 1000 AS INTEGER)) WHERE id = NEW.id;
END;
CREATE TRIGGER unit_changed AFTER UPDATE OF key, kind ON unit BEGIN
  UPDATE unit SET touched = MAX((SELECT MAX(touched) FROM unit) + 1, CAST(unixepoch('subsec') * 1000 AS INTEGER)) WHERE id = NEW.id;
END;
CREATE TRIGGER unit_fact_added AFTER INSERT ON unit_fact BEGIN
  UPDATE unit SET touched = MAX((SELECT MAX(touched) FROM unit) + 1, CAST(unixepoch('subsec') * 1000 AS INTEGER))
    WHERE id = NEW.unit_id AND touched < (SELECT MAX(touched) FROM unit);
END;
CREATE TRIGGER unit_fact_changed AFTER UPDATE ON unit_fact BEGIN
  UPDATE unit SET touched = MAX((SELECT MAX(touched) FROM unit) + 1, CAST(unixepoch('subsec') * 1000 AS INTEGER))
    WHERE id = NEW.unit_id AND touched < (SELECT MAX(touched) FROM unit);
END;
CREATE TRIGGER unit_fact_removed AFTER DELETE ON unit_fact BEGIN
  UPDATE unit SET touched = MAX((SELECT MAX(touched) FROM unit) + 1, CAST(unixepoch('subsec') * 1000 AS INTEGER))
    WHERE id = OLD.unit_id AND touched < (SELECT MAX(touched) FROM unit);
END;
