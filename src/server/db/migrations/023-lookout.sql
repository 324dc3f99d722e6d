-- What people do around the rules: what was looked through, and what is to be looked into.
CREATE TABLE look (
  id    INTEGER PRIMARY KEY,
  at    TEXT NOT NULL,
  by    TEXT NOT NULL,
  body  TEXT NOT NULL
) STRICT;
CREATE TABLE lookout_setting (
  id   INTEGER PRIMARY KEY CHECK (id = 1),
  body TEXT NOT NULL
) STRICT;
CREATE TABLE finding (
  id         TEXT PRIMARY KEY,
  matter     TEXT NOT NULL UNIQUE,
  question   TEXT NOT NULL,
  state      TEXT NOT NULL,
  raised_at  TEXT NOT NULL,
  -- When it was last found, and when it was last judged.
  found_at   TEXT NOT NULL,
  judged_at  TEXT,
  assigned   TEXT,
  corrected  REAL,
  body       TEXT NOT NULL
) STRICT;
CREATE INDEX finding_by_state ON finding (state, raised_at);
CREATE TABLE finding_person (
  finding TEXT NOT NULL,
  person  TEXT NOT NULL,
  PRIMARY KEY (person, finding)
) STRICT, WITHOUT ROWID;
CREATE TABLE finding_document (
  document TEXT NOT NULL,
  finding  TEXT NOT NULL,
  PRIMARY KEY (document, finding)
) STRICT, WITHOUT ROWID;

-- When somebody who is asked about a document first opened it: it is beside the log, and may be lost.
CREATE TABLE opening (
  document TEXT NOT NULL,
  person   TEXT NOT NULL,
  at       TEXT NOT NULL,
  PRIMARY KEY (document, person, at)
) STRICT, WITHOUT ROWID;
