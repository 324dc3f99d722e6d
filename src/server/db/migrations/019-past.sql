-- What is kept of a document to ask any policy about it has all that routing looks at, and amounts compared at the rates of its day: made again from the log.
INSERT OR REPLACE INTO setting (key, value) SELECT 'rebuild', '1' WHERE EXISTS (SELECT 1 FROM event);
