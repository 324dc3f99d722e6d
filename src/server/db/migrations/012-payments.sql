-- What is posted is to be paid until a run has paid it; on which day it is planned is worked out whenever somebody looks.
DROP INDEX posting_by_run;
DROP TABLE posting;
CREATE TABLE posting (
  document  TEXT NOT NULL,
  kind      TEXT NOT NULL,
  party     TEXT NOT NULL,
  minor     INTEGER NOT NULL,
  currency  TEXT NOT NULL,
  at        TEXT NOT NULL,
  detail    TEXT NOT NULL,
  -- Whether its policy has it paid, by when, and by which number its payee knows it.
  payable   INTEGER NOT NULL DEFAULT 0,
  due       TEXT,
  reference TEXT NOT NULL DEFAULT '',
  run       TEXT,
  paid      TEXT,
  PRIMARY KEY (document, kind)
) STRICT;
CREATE INDEX posting_by_time ON posting (kind, at);
CREATE INDEX posting_to_pay ON posting (due) WHERE payable = 1 AND run IS NULL;
CREATE INDEX posting_by_run ON posting (run) WHERE run IS NOT NULL;

DROP TABLE payment_run;
CREATE TABLE payment_run (
  id          TEXT PRIMARY KEY,
  day         TEXT NOT NULL,
  made_at     TEXT NOT NULL,
  made_by     TEXT NOT NULL,
  undone_at   TEXT,
  undone_by   TEXT,
  reason      TEXT NOT NULL DEFAULT '',
  exported_at TEXT,
  exported_by TEXT,
  sha256      TEXT,
  items       TEXT NOT NULL,
  kept_out    TEXT NOT NULL
) STRICT;
CREATE INDEX payment_run_by_day ON payment_run (day);

-- What was handed to the bank, kept as it was; no projection, since the log has its hash and not the accounts of people.
CREATE TABLE payment_file (
  run TEXT PRIMARY KEY,
  xml TEXT NOT NULL,
  csv TEXT NOT NULL
) STRICT;

INSERT OR REPLACE INTO setting (key, value) SELECT 'rebuild', '1' WHERE EXISTS (SELECT 1 FROM event);
