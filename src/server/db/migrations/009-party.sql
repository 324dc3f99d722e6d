-- With whom a document is goes by its account, and by its spelling without capitals, accents and signs where there is none: totals and likely
-- duplicates must not depend on how a name is typed.
ALTER TABLE account ADD COLUMN plain TEXT NOT NULL DEFAULT '';
CREATE INDEX account_by_plain ON account (kind, plain);
ALTER TABLE document ADD COLUMN party_key TEXT NOT NULL DEFAULT '';
CREATE INDEX document_by_party_key ON document (type, party_key, submitted_at);
DROP INDEX document_by_party;

INSERT OR REPLACE INTO setting (key, value) SELECT 'rebuild', '1' WHERE EXISTS (SELECT 1 FROM event);
