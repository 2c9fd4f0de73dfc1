-- Lines that were made for a vehicle, to be made again: legs, bends and ends as they were asked for.
CREATE TABLE line_template (
  vehicle TEXT NOT NULL,
  name TEXT NOT NULL,
  line TEXT NOT NULL CHECK (json_valid(line)),
  version INTEGER NOT NULL DEFAULT 1,
  person TEXT NOT NULL,
  saved_at TEXT NOT NULL,
  PRIMARY KEY (vehicle, name)
) STRICT, WITHOUT ROWID;
