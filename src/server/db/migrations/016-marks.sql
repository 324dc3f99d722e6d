-- What controls did and did not, one line for each, so that a report counts lines and reads no events but those it shows.
CREATE TABLE control_mark (
  id       INTEGER PRIMARY KEY,
  seq      INTEGER NOT NULL,
  at       TEXT NOT NULL,
  document TEXT NOT NULL,
  what     TEXT NOT NULL,
  by       TEXT,
  -- Of an approval: the type of the document, the version it went under, what was compared then in that policy's currency, and of which day its rates are.
  type           TEXT,
  policy         TEXT,
  policy_version INTEGER,
  compared       INTEGER,
  dated          TEXT
) STRICT;
CREATE INDEX control_mark_by_kind ON control_mark (what, at);
CREATE INDEX control_mark_by_time ON control_mark (at, what);

INSERT OR REPLACE INTO setting (key, value) SELECT 'rebuild', '1' WHERE EXISTS (SELECT 1 FROM event);
