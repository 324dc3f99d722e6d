-- Versions and sets count again, year after year: the times they counted before the present one.
ALTER TABLE policy_version ADD COLUMN earlier TEXT NOT NULL DEFAULT '[]';
ALTER TABLE policy_set ADD COLUMN earlier TEXT NOT NULL DEFAULT '[]';

INSERT OR REPLACE INTO setting (key, value) SELECT 'rebuild', '1' WHERE EXISTS (SELECT 1 FROM event);
