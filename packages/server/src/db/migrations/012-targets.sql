-- What receivers need: documents of a project, each with its revisions.
CREATE TABLE IF NOT EXISTS target (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  project_id INT UNSIGNED NOT NULL,
  title VARCHAR(120) NOT NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 0,
  gone BOOLEAN NOT NULL DEFAULT FALSE,
  KEY (project_id, title),
  FOREIGN KEY (project_id) REFERENCES project (id) ON DELETE CASCADE
);
CREATE TABLE IF NOT EXISTS target_revision (
  target_id INT UNSIGNED NOT NULL,
  revision INT UNSIGNED NOT NULL,
  body LONGTEXT NOT NULL,
  note VARCHAR(1000) NOT NULL,
  author INT UNSIGNED NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  PRIMARY KEY (target_id, revision),
  FOREIGN KEY (target_id) REFERENCES target (id) ON DELETE CASCADE,
  FOREIGN KEY (author) REFERENCES account (id)
);
-- Of a hand-off: the title of what it was for, and the key that it was chosen by.
ALTER TABLE handoff
  ADD COLUMN IF NOT EXISTS target VARCHAR(120) NOT NULL DEFAULT 'glTF scene',
  ADD COLUMN IF NOT EXISTS target_key VARCHAR(40) NOT NULL DEFAULT '';
