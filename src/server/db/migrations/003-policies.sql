-- What happens to a saved version of a policy: sent, reviewed with comments, in force over a time. Projections, like the rest of the row.
ALTER TABLE policy_version ADD COLUMN in_force_until TEXT;
ALTER TABLE policy_version ADD COLUMN authors TEXT NOT NULL DEFAULT '[]';
ALTER TABLE policy_version ADD COLUMN reasons TEXT NOT NULL DEFAULT '[]';
ALTER TABLE policy_version ADD COLUMN sent TEXT;
ALTER TABLE policy_version ADD COLUMN review TEXT;
ALTER TABLE policy_version ADD COLUMN comments TEXT NOT NULL DEFAULT '[]';

-- Policies that are switched on and off together.
CREATE TABLE policy_set (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  members    TEXT NOT NULL,
  from_time  TEXT NOT NULL,
  until_time TEXT,
  made_by    TEXT NOT NULL
) STRICT;

-- The boundary amounts of a version as somebody kept them, to be run again against later versions.
CREATE TABLE test_set (
  policy  TEXT NOT NULL,
  version INTEGER NOT NULL,
  cases   TEXT NOT NULL,
  kept_by TEXT NOT NULL,
  kept_at TEXT NOT NULL,
  PRIMARY KEY (policy, version)
) STRICT;

-- Drafts are no projections: they are what is being written, and reach the log when they are saved as a version.
CREATE TABLE draft (
  policy    TEXT PRIMARY KEY,
  body      TEXT NOT NULL,
  revision  INTEGER NOT NULL,
  based_on  INTEGER NOT NULL,
  authors   TEXT NOT NULL,
  reasons   TEXT NOT NULL,
  saved_by  TEXT NOT NULL,
  saved_at  TEXT NOT NULL
) STRICT;

-- Who has a draft open, by real time.
CREATE TABLE presence (
  policy  TEXT NOT NULL,
  person  TEXT NOT NULL,
  seen_at TEXT NOT NULL,
  PRIMARY KEY (policy, person)
) STRICT, WITHOUT ROWID;
