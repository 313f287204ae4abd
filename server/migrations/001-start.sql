CREATE TABLE site (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  slug TEXT NOT NULL UNIQUE,
  tagline TEXT NOT NULL,
  palette TEXT NOT NULL CHECK (json_valid(palette)),
  type TEXT NOT NULL CHECK (json_valid(type)),
  logo TEXT NOT NULL CHECK (json_valid(logo)),
  revision INTEGER NOT NULL DEFAULT 1,
  created_at TEXT NOT NULL,
  changed_at TEXT NOT NULL
) STRICT;

CREATE TABLE menu (
  site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  entries TEXT NOT NULL CHECK (json_valid(entries)),
  PRIMARY KEY (site_id, id)
) STRICT;

CREATE TABLE page (
  site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  title TEXT NOT NULL,
  path TEXT NOT NULL,
  colour TEXT NOT NULL CHECK (json_valid(colour)),
  bands TEXT NOT NULL CHECK (json_valid(bands)),
  revision INTEGER NOT NULL DEFAULT 1,
  PRIMARY KEY (site_id, id),
  UNIQUE (site_id, path)
) STRICT;

CREATE TABLE header (
  site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  rails TEXT NOT NULL CHECK (json_valid(rails)),
  looks TEXT NOT NULL CHECK (json_valid(looks)),
  manner TEXT NOT NULL CHECK (json_valid(manner)),
  panel TEXT NOT NULL CHECK (json_valid(panel)),
  revision INTEGER NOT NULL DEFAULT 1,
  PRIMARY KEY (site_id, id)
) STRICT;

-- A picture's bytes lie in the data folder, under the hash of their content.
CREATE TABLE picture (
  site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  file TEXT NOT NULL,
  hash TEXT NOT NULL,
  width INTEGER NOT NULL,
  height INTEGER NOT NULL,
  alt TEXT NOT NULL,
  PRIMARY KEY (site_id, id),
  UNIQUE (site_id, file)
) STRICT;

-- A release is the site document as it was published, and never changes.
CREATE TABLE release (
  site_id TEXT NOT NULL REFERENCES site (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  document TEXT NOT NULL CHECK (json_valid(document)),
  pictures TEXT NOT NULL CHECK (json_valid(pictures)),
  note TEXT NOT NULL,
  made_at TEXT NOT NULL,
  live INTEGER NOT NULL DEFAULT 0 CHECK (live IN (0, 1)),
  PRIMARY KEY (site_id, number)
) STRICT;

CREATE UNIQUE INDEX one_live_release ON release (site_id) WHERE live = 1;
