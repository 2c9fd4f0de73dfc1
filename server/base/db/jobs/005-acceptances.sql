-- Findings of the audit that somebody has accepted as they are. A finding whose values change is another one and opens again.

CREATE TABLE acceptance (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  fingerprint TEXT NOT NULL,
  rule TEXT NOT NULL,
  sentence TEXT NOT NULL,
  reason TEXT NOT NULL CHECK (reason <> ''),
  person TEXT NOT NULL,
  accepted_at TEXT NOT NULL,
  withdrawn_by TEXT,
  withdrawn_at TEXT
) STRICT;
CREATE UNIQUE INDEX acceptance_in_force ON acceptance (fingerprint) WHERE withdrawn_at IS NULL;
