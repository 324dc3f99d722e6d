-- Versions that run silently beside what is in force: from which day, and until which, where that has come.
CREATE TABLE alongside (
  policy     TEXT NOT NULL,
  version    INTEGER NOT NULL,
  from_day   TEXT NOT NULL,
  until_day  TEXT,
  started_by TEXT NOT NULL,
  PRIMARY KEY (policy, version)
) STRICT, WITHOUT ROWID;
