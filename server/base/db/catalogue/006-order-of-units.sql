-- Lists of units are in the order of their kind and key: read from the index, the first hundred of a million need no sorting.
DROP INDEX unit_kind;
CREATE INDEX unit_kind ON unit (kind, key);
