-- Who sells a customer's order, and which change of its limit was asked for because it is stopped.
ALTER TABLE sales_order ADD COLUMN seller TEXT;
ALTER TABLE sales_order ADD COLUMN asked TEXT;
CREATE INDEX sales_order_stopped ON sales_order (customer) WHERE status = 'stopped';

-- When stopped orders were last looked for under each policy, and what was found; not of the log, since looking changes nothing.
CREATE TABLE stopped_search (
  policy TEXT PRIMARY KEY,
  at     TEXT NOT NULL,
  by     TEXT,
  found  TEXT NOT NULL
) STRICT;

INSERT OR REPLACE INTO setting (key, value) SELECT 'rebuild', '1' WHERE EXISTS (SELECT 1 FROM event);
