-- What a supplier asks for one, in the workshop's currency. Nothing: nobody has told a price, which is not nought.
ALTER TABLE stock ADD COLUMN price REAL CHECK (price IS NULL OR price >= 0);

-- What a small part is the size of, where that decides: the pilot of a seal ring, the bore of a feed hose. In mm.
ALTER TABLE fitting ADD COLUMN size REAL CHECK (size IS NULL OR size > 0);
