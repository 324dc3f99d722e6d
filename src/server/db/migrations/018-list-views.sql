-- Filters, order and columns of any list that people keep under a name. A projection.
DROP TABLE register_view;
CREATE TABLE list_view (
  person TEXT NOT NULL,
  list   TEXT NOT NULL,
  name   TEXT NOT NULL,
  query  TEXT NOT NULL,
  PRIMARY KEY (person, list, name)
) STRICT, WITHOUT ROWID;

INSERT OR REPLACE INTO setting (key, value) SELECT 'rebuild', '1' WHERE EXISTS (SELECT 1 FROM event);
