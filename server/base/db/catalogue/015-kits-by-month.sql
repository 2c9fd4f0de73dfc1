-- A kit is listed for a unit as it was built from one month on, or up to one: units were changed inside.
ALTER TABLE kit_unit ADD COLUMN built_from TEXT NOT NULL DEFAULT '';
ALTER TABLE kit_unit ADD COLUMN built_to TEXT NOT NULL DEFAULT '';
