-- Browsers from which somebody has signed in before: strangers who try passwords do not keep their owner out.
CREATE TABLE known_device (
  token_hash TEXT NOT NULL,
  person     TEXT NOT NULL,
  seen_at    TEXT NOT NULL,
  PRIMARY KEY (token_hash, person)
) STRICT, WITHOUT ROWID;

-- Attempts that were not even tried, counted by the hour instead of logged one by one.
CREATE TABLE attempt_refused (
  subject TEXT NOT NULL,
  hour    TEXT NOT NULL,
  count   INTEGER NOT NULL,
  PRIMARY KEY (subject, hour)
) STRICT, WITHOUT ROWID;
CREATE INDEX attempt_by_time ON attempt (at);

-- The secret of a party's link is kept beside the log until it is used, like that of a link that decides; `id` is what it may be called by.
DROP TABLE party_invitation;
CREATE TABLE party_invitation (
  token_hash TEXT PRIMARY KEY,
  id         TEXT NOT NULL UNIQUE,
  token      TEXT,
  letter     INTEGER,
  account    TEXT NOT NULL,
  expires_at TEXT NOT NULL,
  used_at    TEXT
) STRICT;
CREATE INDEX party_invitation_by_letter ON party_invitation (letter);
CREATE INDEX party_invitation_by_account ON party_invitation (account);
