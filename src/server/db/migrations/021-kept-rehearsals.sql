-- Rehearsals that somebody kept under a name, as the log has them.
CREATE TABLE kept_rehearsal (
  id        TEXT PRIMARY KEY,
  policy    TEXT NOT NULL,
  name      TEXT NOT NULL,
  -- Content hash of the version below, so that it lies with whichever version has that content; null for that there is no such policy.
  of        TEXT,
  -- What was rehearsed, what came of it, and the hash of the inputs.
  body      TEXT NOT NULL,
  kept_by   TEXT NOT NULL,
  kept_at   TEXT NOT NULL
) STRICT;
CREATE INDEX kept_rehearsal_by_policy ON kept_rehearsal (policy, kept_at);

-- What they were put to: documents, people and rates as they were, compressed, people sealed as in the log. Beside the log, so that it can be deleted.
CREATE TABLE rehearsal_inputs (
  id      TEXT PRIMARY KEY,
  history TEXT NOT NULL,
  body    BLOB NOT NULL
) STRICT;
