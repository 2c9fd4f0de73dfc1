-- A reading may carry its own standard error, and may correct another one, which is withdrawn with it.
ALTER TABLE evidence ADD COLUMN sigma REAL;
ALTER TABLE evidence ADD COLUMN instead TEXT;

-- What a decision was given for: units, facts and what else it rested on, as JSON. Decisions that were written before
-- have nothing here.
ALTER TABLE decision ADD COLUMN bound TEXT CHECK (bound IS NULL OR json_valid(bound));
