-- What suppliers say they have of a number. A number without a row is not known to be in stock, which is not the same as none.

CREATE TABLE stock (
  number_id INTEGER NOT NULL REFERENCES number (id) ON DELETE CASCADE,
  supplier TEXT NOT NULL,
  quantity INTEGER NOT NULL CHECK (quantity >= 0),
  told_on TEXT NOT NULL,
  PRIMARY KEY (number_id, supplier)
) STRICT, WITHOUT ROWID;
