-- Whether a source and a maker are made up: the demo's are, and one act takes everything out that comes from them. A catalogue
-- into which an earlier version loaded the demo is marked here, by the keys the demo has.
ALTER TABLE source ADD COLUMN made_up INTEGER NOT NULL DEFAULT 0 CHECK (made_up IN (0, 1));
ALTER TABLE maker ADD COLUMN made_up INTEGER NOT NULL DEFAULT 0 CHECK (made_up IN (0, 1));

UPDATE source SET made_up = 1 WHERE EXISTS (SELECT 1 FROM import WHERE name = 'Velloe Quay demo')
  AND key IN ('que-pl', 'que-b31', 'var-pl', 'eke-pl', 'tes-pl', 'bru-pl', 'ard-cat', 'cas-cat', 'mor-cat', 'wex-list', 'pel-list', 'ska-list', 'bench', 'talk');
UPDATE maker SET made_up = 1 WHERE EXISTS (SELECT 1 FROM import WHERE name = 'Velloe Quay demo')
  AND key IN ('quellmar', 'varnhusk', 'ekelbrae', 'tessarund', 'brundask', 'ardfrith', 'cassoval', 'morrowby', 'wexlode', 'pellorin', 'skarrow');
