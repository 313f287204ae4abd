-- Revisions of a site are taken from one count, so that none is ever given twice; the order of its lists has one too.

ALTER TABLE site ADD COLUMN sequence INTEGER NOT NULL DEFAULT 1;
ALTER TABLE site ADD COLUMN pages_revision INTEGER NOT NULL DEFAULT 1;
ALTER TABLE site ADD COLUMN headers_revision INTEGER NOT NULL DEFAULT 1;
-- Parts that were deleted before may have had higher ones than any that is left.
UPDATE site SET sequence = 1000 + max(
  revision,
  (SELECT coalesce(max(revision), 1) FROM page WHERE site_id = site.id),
  (SELECT coalesce(max(revision), 1) FROM header WHERE site_id = site.id)
);

-- When a file was brought in, and the size that its bytes have: pixels, of pictures; null while nobody has looked.
ALTER TABLE file ADD COLUMN taken_at TEXT NOT NULL DEFAULT '';
ALTER TABLE file ADD COLUMN width INTEGER;
ALTER TABLE file ADD COLUMN height INTEGER;
UPDATE file SET taken_at = strftime('%Y-%m-%dT%H:%M:%fZ', 'now');
CREATE INDEX file_hash ON file (hash);
