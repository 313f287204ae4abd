-- The version of the documents in a site's rows: all of them are of the same.

ALTER TABLE site ADD COLUMN format INTEGER NOT NULL DEFAULT 3;
