-- Every change of an account, as a list of old and new: who or what made it, and why.
CREATE TABLE account_change (
  account  TEXT NOT NULL,
  seq      INTEGER NOT NULL,
  at       TEXT NOT NULL,
  person   TEXT NOT NULL,
  because  TEXT NOT NULL,
  changes  TEXT NOT NULL,
  document TEXT,
  PRIMARY KEY (account, seq)
) STRICT, WITHOUT ROWID;

INSERT OR REPLACE INTO setting (key, value) SELECT 'rebuild', '1' WHERE EXISTS (SELECT 1 FROM event);
