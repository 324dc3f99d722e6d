-- Documents of the past that were brought in by file, kept apart from documents and for rehearsing alone. No projections: deleted as a whole they are gone, and of the log
-- only that they were there.
CREATE TABLE history_file (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  -- By type how many, with the first day and the last; and what is known of how many.
  summary    TEXT NOT NULL,
  brought_by TEXT NOT NULL,
  brought_at TEXT NOT NULL
) STRICT;

CREATE TABLE history_row (
  file   TEXT NOT NULL,
  line   INTEGER NOT NULL,
  type   TEXT NOT NULL,
  day    TEXT NOT NULL,
  -- What it says, people sealed as in the log.
  row    TEXT NOT NULL,
  PRIMARY KEY (file, line)
) STRICT, WITHOUT ROWID;
CREATE INDEX history_row_by_day ON history_row (type, day);

-- Which column a heading was said to be, for the next file; null for none.
CREATE TABLE history_heading (
  heading TEXT PRIMARY KEY,
  column  TEXT
) STRICT, WITHOUT ROWID;
