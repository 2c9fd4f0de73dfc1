-- How the columns of a list were matched last time, by its headings, so that the next list of the same kind is matched at once.

CREATE TABLE mapping (
  signature TEXT PRIMARY KEY,
  tbl TEXT NOT NULL,
  columns TEXT NOT NULL,
  fixed TEXT NOT NULL,
  person TEXT NOT NULL,
  used_at TEXT NOT NULL
) STRICT, WITHOUT ROWID;
