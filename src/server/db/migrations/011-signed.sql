-- What the other party filled in and signed: whether a document says that is asked of the account, and never of whoever sends the document.
ALTER TABLE account ADD COLUMN signed TEXT;

INSERT OR REPLACE INTO setting (key, value) SELECT 'rebuild', '1' WHERE EXISTS (SELECT 1 FROM event);
