-- A ratio is a figure of its own kind: a pedal's is measured as pivot to pad over pivot to pin.
ALTER TABLE evidence ADD COLUMN form TEXT NOT NULL DEFAULT 'mark'
  CHECK (form IN ('quantity', 'ratio', 'mark', 'choice', 'count', 'thread', 'month'));
UPDATE evidence SET form = kind;
ALTER TABLE evidence DROP COLUMN kind;
ALTER TABLE evidence RENAME COLUMN form TO kind;
