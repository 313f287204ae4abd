-- Parts of a site as documents: what a part may hold is settled by the model, and checked on the way in.

ALTER TABLE site ADD COLUMN deleted_at TEXT;
ALTER TABLE site ADD COLUMN document TEXT NOT NULL DEFAULT '{}' CHECK (json_valid(document));
UPDATE site SET document = json_object(
  'tagline', tagline, 'palette', json(palette), 'type', json(type), 'logo', json(logo)
);
ALTER TABLE site DROP COLUMN tagline;
ALTER TABLE site DROP COLUMN palette;
ALTER TABLE site DROP COLUMN type;
ALTER TABLE site DROP COLUMN logo;

CREATE TABLE new_menu (
  site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  document TEXT NOT NULL CHECK (json_valid(document)),
  PRIMARY KEY (site_id, id)
) STRICT;
INSERT INTO new_menu SELECT site_id, id, position,
  json_object('id', id, 'name', name, 'entries', json(entries)) FROM menu;
DROP TABLE menu;
ALTER TABLE new_menu RENAME TO menu;

CREATE TABLE new_page (
  site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  document TEXT NOT NULL CHECK (json_valid(document)),
  revision INTEGER NOT NULL DEFAULT 1,
  PRIMARY KEY (site_id, id)
) STRICT;
INSERT INTO new_page SELECT site_id, id, position, json_object(
  'id', id, 'title', title, 'path', path, 'colour', json(colour), 'bands', json(bands)
), revision FROM page;
DROP TABLE page;
ALTER TABLE new_page RENAME TO page;

CREATE TABLE new_header (
  site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  document TEXT NOT NULL CHECK (json_valid(document)),
  revision INTEGER NOT NULL DEFAULT 1,
  PRIMARY KEY (site_id, id)
) STRICT;
INSERT INTO new_header SELECT site_id, id, position, json_object(
  'id', id, 'name', name, 'rails', json(rails), 'looks', json(looks), 'manner', json(manner), 'panel', json(panel)
), revision FROM header;
DROP TABLE header;
ALTER TABLE new_header RENAME TO header;

-- Files that were brought in for a site, pictures and fonts, by the id that its document gives them. They stay when the
-- document lets go of them, so that this can be undone.
CREATE TABLE file (
  site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  hash TEXT NOT NULL,
  PRIMARY KEY (site_id, id)
) STRICT;
INSERT INTO file SELECT site_id, id, file, hash FROM picture;

CREATE TABLE new_picture (
  site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  document TEXT NOT NULL CHECK (json_valid(document)),
  PRIMARY KEY (site_id, id)
) STRICT;
INSERT INTO new_picture SELECT site_id, id, position, json_object(
  'id', id, 'name', name, 'file', file, 'width', width, 'height', height, 'alt', alt
) FROM picture;
DROP TABLE picture;
ALTER TABLE new_picture RENAME TO picture;
