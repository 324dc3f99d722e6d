-- What stands for names, ids and addresses of people in the log: there only the token is, a salted digest. Replacing the text here replaces it wherever the
-- log is read, and changes no hash.
CREATE TABLE sealed (
  token   TEXT PRIMARY KEY,
  person  TEXT NOT NULL, -- token of the id of the person it says who they are
  kind    TEXT NOT NULL CHECK (kind IN ('id', 'name', 'address')),
  text    TEXT NOT NULL,
  salt    TEXT, -- null once the text is a pseudonym
  changed INTEGER NOT NULL -- counts up with every row that is written
) STRICT;
CREATE UNIQUE INDEX sealed_by_text ON sealed (text, kind);
CREATE INDEX sealed_by_change ON sealed (changed);
CREATE INDEX sealed_by_person ON sealed (person);

-- Documents are found by their notes, lines and comments too: what is searched is made again from the log.
INSERT OR REPLACE INTO setting (key, value) SELECT 'rebuild', '1' WHERE EXISTS (SELECT 1 FROM event);
