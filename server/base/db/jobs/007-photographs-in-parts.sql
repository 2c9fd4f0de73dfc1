-- A photograph is written in parts, each a commit of its own, so that ten megabytes hold nobody up. It is there when it is whole; what a
-- killed program left half written is swept at the next start.
CREATE TABLE photograph_part (
  photograph_id INTEGER NOT NULL REFERENCES photograph (id) ON DELETE CASCADE,
  seq INTEGER NOT NULL,
  bytes BLOB NOT NULL,
  PRIMARY KEY (photograph_id, seq)
) STRICT;
INSERT INTO photograph_part (photograph_id, seq, bytes) SELECT photograph_id, 0, bytes FROM photograph_image;
DROP TABLE photograph_image;
ALTER TABLE photograph ADD COLUMN whole INTEGER NOT NULL DEFAULT 1 CHECK (whole IN (0, 1));
