-- What a supplier asks for one, in the workshop's currency. Nothing: nobody has told a price, which is not nought.
ALTER TABLE stock ADD COLUMN price REAL CHECK (price IS NULL OR price >= 0);
