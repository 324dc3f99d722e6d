-- Lists and searches read narrow rows; the whole state of a document is kept beside them. Both are projections, made again from the log.
DROP TABLE document;
CREATE TABLE document (
  id             TEXT PRIMARY KEY,
  number         TEXT NOT NULL UNIQUE,
  type           TEXT NOT NULL,
  status         TEXT NOT NULL,
  held           INTEGER NOT NULL,
  cleared        INTEGER NOT NULL,
  title          TEXT NOT NULL,
  party          TEXT NOT NULL,
  requester      TEXT NOT NULL,
  on_behalf_of   TEXT,
  unit           TEXT NOT NULL,
  currency       TEXT NOT NULL,
  net            INTEGER NOT NULL,
  gross          INTEGER NOT NULL,
  date           TEXT NOT NULL,
  -- The order it changes, or the customer or supplier account it is about.
  refers         TEXT,
  compared       INTEGER,
  policy         TEXT,
  policy_version INTEGER,
  section        TEXT,
  band           INTEGER,
  revision       INTEGER NOT NULL,
  created_at     TEXT NOT NULL,
  submitted_at   TEXT,
  closed_at      TEXT,
  updated_at     TEXT NOT NULL
) STRICT;
CREATE INDEX document_by_update ON document (updated_at, id);
CREATE INDEX document_by_type ON document (type, updated_at, id);
CREATE INDEX document_by_requester ON document (requester, updated_at);
CREATE INDEX document_by_status ON document (status, updated_at, id);
CREATE INDEX document_held ON document (held, updated_at, id) WHERE held = 1;
CREATE INDEX document_by_submission ON document (type, submitted_at);
CREATE INDEX document_by_reference ON document (refers) WHERE refers IS NOT NULL;
CREATE INDEX document_by_party ON document (type, party, date);
CREATE INDEX document_by_route ON document (policy, section, band, closed_at);

-- A state is what its events give, and is kept nowhere.
CREATE TABLE document_summary (
  row     INTEGER PRIMARY KEY,
  id      TEXT NOT NULL UNIQUE,
  -- What the tide asks of many documents at once: facts, measures, days each level took.
  summary TEXT NOT NULL
) STRICT;

-- The last number given in each type; nothing is deleted, so none is given twice.
CREATE TABLE document_number (
  type TEXT PRIMARY KEY,
  last INTEGER NOT NULL
) STRICT, WITHOUT ROWID;

-- Number, title and party by every three letters in them, so that a part of a word finds its document; by the rows of document_summary.
CREATE VIRTUAL TABLE document_text USING fts5 (words, tokenize = 'trigram');

-- Invoices as the search for duplicates and the match see them.
CREATE TABLE invoice (
  document       TEXT PRIMARY KEY,
  supplier       TEXT NOT NULL,
  invoice_number TEXT NOT NULL,
  plain          TEXT NOT NULL,
  gross          INTEGER NOT NULL,
  currency       TEXT NOT NULL,
  date           TEXT NOT NULL,
  order_number   TEXT,
  live           INTEGER NOT NULL
) STRICT, WITHOUT ROWID;
CREATE INDEX invoice_by_number ON invoice (supplier, plain);
CREATE INDEX invoice_by_gross ON invoice (supplier, gross, date);
CREATE INDEX invoice_by_order ON invoice (order_number) WHERE order_number IS NOT NULL;

CREATE TABLE claim_receipt (
  hash     TEXT NOT NULL,
  document TEXT NOT NULL,
  PRIMARY KEY (hash, document)
) STRICT, WITHOUT ROWID;
CREATE INDEX claim_receipt_by_document ON claim_receipt (document);

-- Holds that are on documents now.
CREATE TABLE hold (
  document  TEXT NOT NULL,
  id        TEXT NOT NULL,
  kind      TEXT NOT NULL,
  code      TEXT NOT NULL,
  blocks    TEXT NOT NULL,
  rule      INTEGER,
  placed_by TEXT NOT NULL,
  placed_at TEXT NOT NULL,
  -- Of its document: what the policy measured, and whether it still waits for an approval.
  amount    INTEGER NOT NULL,
  waiting   INTEGER NOT NULL,
  PRIMARY KEY (document, id)
) STRICT, WITHOUT ROWID;
CREATE INDEX hold_by_age ON hold (placed_at);
CREATE INDEX hold_by_amount ON hold (amount);
CREATE INDEX hold_by_reason ON hold (code, placed_at);
CREATE INDEX hold_by_reason_and_amount ON hold (code, amount);
CREATE INDEX hold_by_kind ON hold (kind, waiting);

-- The next step of each approved document that is to be carried out by itself.
CREATE TABLE job (
  document TEXT PRIMARY KEY,
  step     INTEGER NOT NULL,
  kind     TEXT NOT NULL,
  next_at  TEXT,
  attempts INTEGER NOT NULL
) STRICT, WITHOUT ROWID;
CREATE INDEX job_by_time ON job (next_at);

-- The back office: accounts of suppliers and customers, what customers owe and order, receipts, postings, payment runs.
CREATE TABLE account (
  id         TEXT PRIMARY KEY,
  kind       TEXT NOT NULL,
  name       TEXT NOT NULL,
  status     TEXT NOT NULL,
  currency   TEXT NOT NULL,
  grp        TEXT NOT NULL,
  fields     TEXT NOT NULL,
  bank_at    TEXT,
  asked_by   TEXT,
  updated_at TEXT NOT NULL
) STRICT;
CREATE INDEX account_by_name ON account (kind, name);
CREATE TABLE receivable (
  customer TEXT NOT NULL,
  number   TEXT NOT NULL,
  minor    INTEGER NOT NULL,
  due      TEXT NOT NULL,
  PRIMARY KEY (customer, number)
) STRICT, WITHOUT ROWID;
CREATE TABLE sales_order (
  id         TEXT PRIMARY KEY,
  customer   TEXT NOT NULL,
  title      TEXT NOT NULL,
  minor      INTEGER NOT NULL,
  status     TEXT NOT NULL,
  placed_at  TEXT NOT NULL,
  freed_at   TEXT,
  because    TEXT
) STRICT;
CREATE INDEX sales_order_by_customer ON sales_order (customer, placed_at);
CREATE TABLE receipt (
  id           INTEGER PRIMARY KEY,
  order_number TEXT NOT NULL,
  line         INTEGER NOT NULL,
  quantity     TEXT NOT NULL,
  by_person    TEXT NOT NULL,
  at           TEXT NOT NULL
) STRICT;
CREATE INDEX receipt_by_order ON receipt (order_number);
CREATE TABLE posting (
  document TEXT NOT NULL,
  kind     TEXT NOT NULL,
  party    TEXT NOT NULL,
  minor    INTEGER NOT NULL,
  currency TEXT NOT NULL,
  at       TEXT NOT NULL,
  detail   TEXT NOT NULL,
  run      TEXT,
  PRIMARY KEY (document, kind)
) STRICT;
CREATE INDEX posting_by_time ON posting (kind, at);
CREATE INDEX posting_by_run ON posting (run) WHERE run IS NOT NULL;
CREATE TABLE payment_run (
  day     TEXT PRIMARY KEY,
  made_at TEXT,
  made_by TEXT
) STRICT;

-- The organisation's rules for matching, duplicates, claims and imports.
CREATE TABLE rules (
  id   INTEGER PRIMARY KEY CHECK (id = 1),
  body TEXT NOT NULL
) STRICT;

-- Messages that left, as the post room shows them.
CREATE TABLE letter (
  id       INTEGER PRIMARY KEY,
  document TEXT,
  recipient TEXT NOT NULL,
  subject  TEXT NOT NULL,
  body     TEXT NOT NULL,
  at       TEXT NOT NULL
) STRICT;

-- What follows is no projection: secrets, and what integrations have sent.
CREATE TABLE token (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  token_hash TEXT NOT NULL UNIQUE,
  person     TEXT NOT NULL,
  scopes     TEXT NOT NULL,
  made_by    TEXT NOT NULL,
  made_at    TEXT NOT NULL,
  ended_at   TEXT,
  used_at    TEXT
) STRICT;
CREATE TABLE idempotency (
  token     TEXT NOT NULL,
  key       TEXT NOT NULL,
  body_hash TEXT NOT NULL,
  status    INTEGER NOT NULL,
  answer    TEXT NOT NULL,
  at        TEXT NOT NULL,
  PRIMARY KEY (token, key)
) STRICT, WITHOUT ROWID;
CREATE TABLE hook (
  id      TEXT PRIMARY KEY,
  name    TEXT NOT NULL UNIQUE,
  url     TEXT NOT NULL,
  secret  TEXT NOT NULL,
  made_by TEXT NOT NULL,
  made_at TEXT NOT NULL
) STRICT;
-- What the receiver that ships with Bandeira has been sent.
CREATE TABLE delivery (
  id       TEXT PRIMARY KEY,
  at       TEXT NOT NULL,
  verified INTEGER NOT NULL,
  body     TEXT NOT NULL
) STRICT;
-- Forms that suppliers and customers fill in themselves, reached by a link that works once.
CREATE TABLE party_invitation (
  token_hash TEXT PRIMARY KEY,
  account    TEXT NOT NULL,
  expires_at TEXT NOT NULL,
  used_at    TEXT
) STRICT;
INSERT OR REPLACE INTO setting (key, value) SELECT 'rebuild', '1' WHERE EXISTS (SELECT 1 FROM event);
