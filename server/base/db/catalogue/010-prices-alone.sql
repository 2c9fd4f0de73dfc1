-- A price list says what one costs and not how many there are: no quantity is not known, which is neither none nor some.
CREATE TABLE stock_told (
  number_id INTEGER NOT NULL REFERENCES number (id) ON DELETE CASCADE,
  supplier TEXT NOT NULL,
  quantity INTEGER CHECK (quantity IS NULL OR quantity >= 0),
  told_on TEXT NOT NULL,
  price REAL CHECK (price IS NULL OR price >= 0),
  CHECK (quantity IS NOT NULL OR price IS NOT NULL),
  PRIMARY KEY (number_id, supplier)
) STRICT, WITHOUT ROWID;
INSERT INTO stock_told (number_id, supplier, quantity, told_on, price) SELECT number_id, supplier, quantity, told_on, price FROM stock;
DROP TABLE stock;
ALTER TABLE stock_told RENAME TO stock;
