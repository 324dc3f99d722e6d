-- What is to happen by itself to levels that wait, each at its moment; made from the log like everything that is read.
CREATE TABLE timer (
  document TEXT NOT NULL,
  level    TEXT NOT NULL,
  n        INTEGER NOT NULL,
  at       TEXT NOT NULL,
  kind     TEXT NOT NULL,
  PRIMARY KEY (document, level, n)
) STRICT, WITHOUT ROWID;
CREATE INDEX timer_by_time ON timer (at, document, level, n);

-- Approved in part by lapse of time, which every list shows.
ALTER TABLE document ADD COLUMN lapsed INTEGER NOT NULL DEFAULT 0;

-- When an answer is due, so that what is due soonest stands first on a desk.
ALTER TABLE waiting ADD COLUMN due TEXT;
