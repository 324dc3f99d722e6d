-- People, units, positions, groups, calendars, limits and stand-ins, each entry as JSON with its dated values. A projection like those before;
-- it replaces the one row that held the whole organisation.
CREATE TABLE organisation_history (
  kind TEXT NOT NULL,
  id   TEXT NOT NULL,
  body TEXT NOT NULL,
  PRIMARY KEY (kind, id)
) STRICT, WITHOUT ROWID;
DROP TABLE organisation;

-- Which events of people and access are about whom.
CREATE TABLE person_event (
  person TEXT NOT NULL,
  seq    INTEGER NOT NULL,
  PRIMARY KEY (person, seq)
) STRICT, WITHOUT ROWID;

-- What follows is no projection: it is secret, and the log knows only that it changed.
CREATE TABLE credential (
  person         TEXT PRIMARY KEY,
  password_hash  TEXT NOT NULL,
  code_secret    TEXT,
  code_last_step INTEGER NOT NULL DEFAULT -1
) STRICT;

-- A one-time way in, handed over by an administrator: its token sets a password.
CREATE TABLE invitation (
  token_hash TEXT PRIMARY KEY,
  person     TEXT NOT NULL,
  expires_at TEXT NOT NULL
) STRICT;

CREATE TABLE attempt (
  subject TEXT NOT NULL,
  at      INTEGER NOT NULL
) STRICT;
CREATE INDEX attempt_by_subject ON attempt (subject, at);

CREATE TABLE private_detail (
  person TEXT NOT NULL,
  field  TEXT NOT NULL,
  value  TEXT NOT NULL,
  PRIMARY KEY (person, field)
) STRICT;

DROP TABLE session;
CREATE TABLE session (
  token_hash TEXT PRIMARY KEY,
  id         TEXT NOT NULL UNIQUE,
  person     TEXT NOT NULL,
  how        TEXT NOT NULL,
  device     TEXT NOT NULL,
  started_at TEXT NOT NULL,
  seen_at    TEXT NOT NULL,
  expires_at TEXT NOT NULL
) STRICT;
CREATE INDEX session_by_person ON session (person);

-- Who has brought which paper: two people may bring the same one, of which the bytes are kept once.
CREATE TABLE upload (
  hash   TEXT NOT NULL REFERENCES attachment (hash),
  person TEXT NOT NULL,
  PRIMARY KEY (hash, person)
) STRICT, WITHOUT ROWID;
INSERT INTO upload (hash, person) SELECT hash, added_by FROM attachment;
