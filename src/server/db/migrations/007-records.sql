-- Roots of the log at moments, as they were made; a projection of the events that say so.
CREATE TABLE checkpoint (
  size      INTEGER PRIMARY KEY,
  root      TEXT NOT NULL,
  last_hash TEXT NOT NULL,
  at        TEXT NOT NULL,
  by_person TEXT NOT NULL
) STRICT;

-- Samples for tests of control: the population they were drawn from, what was chosen, and what was found. A projection.
CREATE TABLE sample (
  id        TEXT PRIMARY KEY,
  name      TEXT NOT NULL,
  plan      TEXT NOT NULL,
  items     TEXT NOT NULL,
  findings  TEXT NOT NULL,
  made_by   TEXT NOT NULL,
  made_at   TEXT NOT NULL,
  signed    TEXT
) STRICT;

-- Filters and columns of the register that people keep under a name. A projection.
CREATE TABLE register_view (
  person TEXT NOT NULL,
  name   TEXT NOT NULL,
  query  TEXT NOT NULL,
  PRIMARY KEY (person, name)
) STRICT, WITHOUT ROWID;

CREATE INDEX document_by_close ON document (closed_at) WHERE closed_at IS NOT NULL;
