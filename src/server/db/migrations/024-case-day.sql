-- The day by which a case is to be looked into; null where none was said.
ALTER TABLE finding ADD COLUMN due TEXT;
