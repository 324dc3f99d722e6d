-- What a letter encloses, and a link that is its reader's secret; the letter and the log say that there is one, and never which.
ALTER TABLE letter ADD COLUMN encloses TEXT;
-- The version of a policy it is about, as the address of its page.
ALTER TABLE letter ADD COLUMN policy TEXT;
ALTER TABLE invitation ADD COLUMN token TEXT;
ALTER TABLE invitation ADD COLUMN letter INTEGER;
CREATE INDEX invitation_by_letter ON invitation (letter);

-- Documents of which somebody is told and asked nothing, as long as their desk shows them.
CREATE TABLE told (
  document TEXT NOT NULL,
  person   TEXT NOT NULL,
  level    TEXT NOT NULL,
  at       TEXT NOT NULL,
  PRIMARY KEY (person, document)
) STRICT, WITHOUT ROWID;
CREATE INDEX told_by_document ON told (document);

INSERT OR REPLACE INTO setting (key, value) SELECT 'rebuild', '1' WHERE EXISTS (SELECT 1 FROM event);
