-- What another source says of a row that stands by a better one: kept beside it, and never used while the better one is there.
-- row_key and said are JSON over the columns of the row.
CREATE TABLE beside (
  kept TEXT NOT NULL,
  row_key TEXT NOT NULL CHECK (json_valid(row_key)),
  source_id INTEGER NOT NULL REFERENCES source (id),
  said TEXT NOT NULL CHECK (json_valid(said)),
  PRIMARY KEY (kept, row_key, source_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX beside_source ON beside (source_id);

-- Every claim of each kind: what stands, and what is beside it.
CREATE VIEW said_unit_fact AS
  SELECT unit_id, attribute, position, presence, num, txt, tolerance, source_id FROM unit_fact
  UNION ALL SELECT row_key ->> 'unit_id', row_key ->> 'attribute', row_key ->> 'position', said ->> 'presence', said ->> 'num',
    said ->> 'txt', said ->> 'tolerance', source_id FROM beside WHERE kept = 'unit_fact';
CREATE VIEW said_vehicle_fact AS
  SELECT vehicle_id, slot, attribute, position, presence, num, txt, tolerance, source_id FROM vehicle_fact
  UNION ALL SELECT row_key ->> 'vehicle_id', row_key ->> 'slot', row_key ->> 'attribute', row_key ->> 'position',
    said ->> 'presence', said ->> 'num', said ->> 'txt', said ->> 'tolerance', source_id FROM beside WHERE kept = 'vehicle_fact';
CREATE VIEW said_vehicle_part_fact AS
  SELECT vehicle_id, part, built_from, option_code, attribute, position, built_to, mated_set, presence, num, txt, tolerance,
    source_id FROM vehicle_part_fact
  UNION ALL SELECT row_key ->> 'vehicle_id', row_key ->> 'part', row_key ->> 'built_from', row_key ->> 'option_code',
    row_key ->> 'attribute', row_key ->> 'position', said ->> 'built_to', said ->> 'mated_set', said ->> 'presence', said ->> 'num',
    said ->> 'txt', said ->> 'tolerance', source_id FROM beside WHERE kept = 'vehicle_part_fact';
CREATE VIEW said_chain_entry AS
  SELECT id, vehicle_id, slot, unit_id, built_from, option_code, built_to, mated_set, source_id FROM chain_entry
  UNION ALL SELECT NULL, row_key ->> 'vehicle_id', row_key ->> 'slot', row_key ->> 'unit_id', row_key ->> 'built_from',
    row_key ->> 'option_code', said ->> 'built_to', said ->> 'mated_set', source_id FROM beside WHERE kept = 'chain_entry';
