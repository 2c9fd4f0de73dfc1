-- Two things of one name and two threads are two rows of a box.
CREATE TABLE box_item_told (
  number_id INTEGER NOT NULL REFERENCES number (id) ON DELETE CASCADE,
  item TEXT NOT NULL,
  thread TEXT NOT NULL DEFAULT '',
  presence TEXT NOT NULL CHECK (presence IN ('included', 'left-out', 'unknown')),
  kind TEXT NOT NULL DEFAULT '',
  quantity INTEGER CHECK (quantity IS NULL OR quantity > 0),
  size REAL CHECK (size IS NULL OR size > 0),
  source_id INTEGER NOT NULL REFERENCES source (id),
  PRIMARY KEY (number_id, item, thread)
) STRICT, WITHOUT ROWID;
INSERT INTO box_item_told (number_id, item, thread, presence, kind, quantity, size, source_id)
  SELECT number_id, item, COALESCE(thread, ''), presence, kind, quantity, size, source_id FROM box_item;
DROP TABLE box_item;
ALTER TABLE box_item_told RENAME TO box_item;

-- What was kept of such a row is found under its new name.
UPDATE change SET row_key = json_set(row_key, '$.thread', COALESCE(after ->> '$.thread', before ->> '$.thread', ''))
  WHERE kept = 'box_item';
UPDATE beside SET row_key = json_set(row_key, '$.thread', COALESCE(said ->> '$.thread', '')) WHERE kept = 'box_item';
