-- The log: every change of anything, once, in order. Nothing in it is ever updated or deleted. Read it through the view “event” at the end of it.

-- Who caused something, when, and by which command; a command has one or more events, one after the other.
CREATE TABLE cause (
  -- The number of the first of its events.
  id      INTEGER PRIMARY KEY,
  command TEXT NOT NULL,
  actor   TEXT NOT NULL,
  time    TEXT NOT NULL
) STRICT;
-- The last letters tell nearly all commands apart; those of one import begin alike.
CREATE INDEX cause_by_command ON cause (substr(command, -12));

-- What many events repeat, kept once: {"§":<id>} in their data stands for it.
CREATE TABLE part (
  id   INTEGER PRIMARY KEY,
  -- The first 48 bits of the SHA-256 of the body, to find it by.
  key  INTEGER NOT NULL,
  body TEXT NOT NULL
) STRICT;
CREATE INDEX part_by_key ON part (key);

CREATE TABLE logged (
  seq       INTEGER PRIMARY KEY,
  stream    TEXT NOT NULL,
  version   INTEGER NOT NULL,
  type      TEXT NOT NULL,
  inNameOf  TEXT,
  cause     INTEGER NOT NULL REFERENCES cause (id),
  data      TEXT NOT NULL,
  -- Of the whole event, with its cause and its parts, and of the hash of the event before.
  hash      BLOB NOT NULL,
  UNIQUE (stream, version)
) STRICT;

CREATE VIEW event AS
SELECT logged.seq, cause.time, logged.stream, logged.version, logged.type, cause.actor, logged.inNameOf, cause.command, logged.data,
  coalesce((SELECT lower(hex(before.hash)) FROM logged before WHERE before.seq = logged.seq - 1), '0000000000000000000000000000000000000000000000000000000000000000') AS previous, lower(hex(logged.hash)) AS hash
FROM logged CROSS JOIN cause ON cause.id = logged.cause;

CREATE TRIGGER logged_no_update BEFORE UPDATE ON logged BEGIN
  SELECT RAISE(ABORT, 'The log is append-only: an event cannot be changed');
END;
CREATE TRIGGER logged_no_delete BEFORE DELETE ON logged BEGIN
  SELECT RAISE(ABORT, 'The log is append-only: an event cannot be deleted');
END;
CREATE TRIGGER cause_no_update BEFORE UPDATE ON cause BEGIN
  SELECT RAISE(ABORT, 'The log is append-only: a cause cannot be changed');
END;
CREATE TRIGGER cause_no_delete BEFORE DELETE ON cause BEGIN
  SELECT RAISE(ABORT, 'The log is append-only: a cause cannot be deleted');
END;
CREATE TRIGGER part_no_update BEFORE UPDATE ON part BEGIN
  SELECT RAISE(ABORT, 'The log is append-only: a part of an event cannot be changed');
END;
CREATE TRIGGER part_no_delete BEFORE DELETE ON part BEGIN
  SELECT RAISE(ABORT, 'The log is append-only: a part of an event cannot be deleted');
END;
CREATE TRIGGER logged_in_order BEFORE INSERT ON logged
WHEN NEW.seq <> (SELECT COALESCE(MAX(seq), 0) + 1 FROM logged) BEGIN
  SELECT RAISE(ABORT, 'The log is append-only: an event must follow the last one');
END;

-- Everything below, but for sessions, attachments and settings, is a projection: it can be made again from the log.
CREATE TABLE organisation (
  id   INTEGER PRIMARY KEY CHECK (id = 1),
  body TEXT NOT NULL
) STRICT;

CREATE TABLE rate (
  source_currency TEXT NOT NULL,
  target_currency TEXT NOT NULL,
  date   TEXT NOT NULL,
  rate   TEXT NOT NULL,
  source TEXT NOT NULL,
  PRIMARY KEY (date, source_currency, target_currency)
) STRICT;

CREATE TABLE policy_version (
  policy          TEXT NOT NULL,
  version         INTEGER NOT NULL,
  document_type   TEXT NOT NULL,
  hash            TEXT NOT NULL,
  body            TEXT NOT NULL,
  saved_by        TEXT NOT NULL,
  saved_at        TEXT NOT NULL,
  note            TEXT NOT NULL,
  in_force_from   TEXT,
  put_in_force_by TEXT,
  PRIMARY KEY (policy, version)
) STRICT;

CREATE TABLE document (
  id             TEXT PRIMARY KEY,
  number         TEXT NOT NULL UNIQUE,
  type           TEXT NOT NULL,
  status         TEXT NOT NULL,
  held           INTEGER NOT NULL,
  title          TEXT NOT NULL,
  party          TEXT NOT NULL,
  requester      TEXT NOT NULL,
  unit           TEXT NOT NULL,
  currency       TEXT NOT NULL,
  net            INTEGER NOT NULL,
  gross          INTEGER NOT NULL,
  compared       INTEGER,
  policy         TEXT,
  policy_version INTEGER,
  section        TEXT,
  band           INTEGER,
  revision       INTEGER NOT NULL,
  created_at     TEXT NOT NULL,
  submitted_at   TEXT,
  closed_at      TEXT,
  updated_at     TEXT NOT NULL,
  state          TEXT NOT NULL,
  -- What the tide asks of many documents at once: facts, measures, days each level took.
  summary        TEXT NOT NULL
) STRICT;
CREATE INDEX document_by_update ON document (updated_at, id);
CREATE INDEX document_by_requester ON document (requester, updated_at);
CREATE INDEX document_by_status ON document (status, updated_at);
CREATE INDEX document_by_submission ON document (type, submitted_at);

CREATE TABLE waiting (
  document TEXT NOT NULL,
  level    TEXT NOT NULL,
  person   TEXT NOT NULL,
  since    TEXT NOT NULL,
  PRIMARY KEY (person, document, level)
) STRICT;
CREATE INDEX waiting_by_document ON waiting (document);

-- Who has a part in a document and may therefore read it, besides those whose role lets them read all.
CREATE TABLE reader (
  document TEXT NOT NULL,
  person   TEXT NOT NULL,
  PRIMARY KEY (person, document)
) STRICT;

CREATE TABLE setting (
  key   TEXT PRIMARY KEY,
  value TEXT NOT NULL
) STRICT;

CREATE TABLE session (
  token_hash TEXT PRIMARY KEY,
  person     TEXT NOT NULL,
  started_at TEXT NOT NULL,
  expires_at TEXT NOT NULL
) STRICT;

CREATE TABLE attachment (
  hash     TEXT PRIMARY KEY,
  type     TEXT NOT NULL,
  size     INTEGER NOT NULL,
  bytes    BLOB NOT NULL,
  added_by TEXT NOT NULL,
  added_at TEXT NOT NULL
) STRICT;
