-- The depth of the search is called as the trade calls what it searches.
UPDATE practice SET key = 'interchangeDepth' WHERE key = 'kinDepth';
