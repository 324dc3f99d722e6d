-- Messages: to whom of the people here, on what, and whether they wait for a daily digest. Projections, like the rest of the row.
ALTER TABLE letter ADD COLUMN person TEXT;
ALTER TABLE letter ADD COLUMN occasion TEXT;
ALTER TABLE letter ADD COLUMN level TEXT;
ALTER TABLE letter ADD COLUMN revision INTEGER;
-- 0 sent at once, 1 waits for the digest of its reader, 2 went with one.
ALTER TABLE letter ADD COLUMN digest INTEGER NOT NULL DEFAULT 0;
CREATE INDEX letter_by_person ON letter (person, digest);
CREATE INDEX letter_by_document ON letter (document);
CREATE INDEX letter_waiting ON letter (digest) WHERE digest = 1;

-- Questions that wait for an answer, by whom they are asked of.
CREATE TABLE question (
  document TEXT NOT NULL,
  n        INTEGER NOT NULL,
  person   TEXT NOT NULL,
  by       TEXT NOT NULL,
  text     TEXT NOT NULL,
  at       TEXT NOT NULL,
  PRIMARY KEY (document, n)
) STRICT, WITHOUT ROWID;
CREATE INDEX question_by_person ON question (person, at);

CREATE TABLE template (
  occasion TEXT PRIMARY KEY,
  subject  TEXT NOT NULL,
  body     TEXT NOT NULL
) STRICT, WITHOUT ROWID;

-- How people want to hear: at once, or once a day at a time of their own zone.
CREATE TABLE preference (
  person TEXT PRIMARY KEY,
  mode   TEXT NOT NULL,
  hour   TEXT NOT NULL
) STRICT, WITHOUT ROWID;

-- Beginnings and ends of absences of which both people have been told.
CREATE TABLE absence_told (
  stand_in TEXT NOT NULL,
  edge     TEXT NOT NULL,
  PRIMARY KEY (stand_in, edge)
) STRICT, WITHOUT ROWID;

CREATE TABLE message_setting (
  id   INTEGER PRIMARY KEY CHECK (id = 1),
  body TEXT NOT NULL
) STRICT;

-- Secrets, no projection: links in messages by which one person decides once on one revision.
CREATE TABLE mail_link (
  token_hash TEXT PRIMARY KEY,
  -- Kept until it is used or ended, so that the message can be shown or delivered with it.
  token      TEXT,
  letter     INTEGER NOT NULL,
  person     TEXT NOT NULL,
  document   TEXT NOT NULL,
  level      TEXT NOT NULL,
  revision   INTEGER NOT NULL,
  made_at    TEXT NOT NULL,
  expires_at TEXT NOT NULL,
  used_at    TEXT,
  ended_at   TEXT
) STRICT;
CREATE INDEX mail_link_by_letter ON mail_link (letter);
CREATE INDEX mail_link_by_person ON mail_link (person);

-- What is to leave the machine, where a mail server is set; no projection, since what has left has left.
CREATE TABLE outbox (
  letter       INTEGER PRIMARY KEY,
  attempts     INTEGER NOT NULL DEFAULT 0,
  next_at      TEXT NOT NULL,
  delivered_at TEXT,
  error        TEXT NOT NULL DEFAULT ''
) STRICT;
CREATE INDEX outbox_by_time ON outbox (next_at) WHERE delivered_at IS NULL;
