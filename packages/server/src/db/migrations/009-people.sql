ALTER TABLE session
  ADD COLUMN IF NOT EXISTS id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT UNIQUE,
  ADD COLUMN IF NOT EXISTS seen_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  ADD COLUMN IF NOT EXISTS agent VARCHAR(300) NOT NULL DEFAULT '',
  ADD COLUMN IF NOT EXISTS address VARCHAR(60) NOT NULL DEFAULT '';
ALTER TABLE account
  ADD COLUMN IF NOT EXISTS makes_projects BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN IF NOT EXISTS is_token BOOLEAN NOT NULL DEFAULT FALSE;
-- Whoever set the server up: the lead that came first.
UPDATE account SET makes_projects = TRUE WHERE id = (SELECT first.id FROM (SELECT MIN(m.account_id) AS id FROM member m WHERE m.role = 'lead') AS first);
ALTER TABLE project
  ADD COLUMN IF NOT EXISTS archived_at DATETIME(3) NULL;
ALTER TABLE audit
  ADD COLUMN IF NOT EXISTS kind ENUM('work', 'people') NOT NULL DEFAULT 'work';
-- Links that work once: into a project, or to a new password.
CREATE TABLE IF NOT EXISTS link (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  token_hash BINARY(32) NOT NULL UNIQUE,
  project_id INT UNSIGNED NOT NULL,
  role ENUM('viewer', 'artist', 'lead') NULL,
  account_id INT UNSIGNED NULL,
  note VARCHAR(120) NOT NULL DEFAULT '',
  tries INT UNSIGNED NOT NULL DEFAULT 0,
  made_by INT UNSIGNED NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  expires_at DATETIME(3) NOT NULL,
  KEY (project_id, id),
  FOREIGN KEY (project_id) REFERENCES project (id) ON DELETE CASCADE,
  FOREIGN KEY (account_id) REFERENCES account (id) ON DELETE CASCADE,
  FOREIGN KEY (made_by) REFERENCES account (id)
);
-- Where somebody signed in from before: guesses from elsewhere do not keep them out there.
CREATE TABLE IF NOT EXISTS known_address (
  account_id INT UNSIGNED NOT NULL,
  address VARCHAR(60) NOT NULL,
  seen_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  PRIMARY KEY (account_id, address),
  FOREIGN KEY (account_id) REFERENCES account (id) ON DELETE CASCADE
);
CREATE TABLE IF NOT EXISTS api_token (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  token_hash BINARY(32) NOT NULL UNIQUE,
  project_id INT UNSIGNED NOT NULL,
  scene_id INT UNSIGNED NULL,
  account_id INT UNSIGNED NOT NULL,
  name VARCHAR(80) NOT NULL,
  role ENUM('viewer', 'artist') NOT NULL,
  made_by INT UNSIGNED NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  seen_at DATETIME(3) NULL,
  expires_at DATETIME(3) NOT NULL,
  KEY (project_id, id),
  FOREIGN KEY (project_id) REFERENCES project (id) ON DELETE CASCADE,
  FOREIGN KEY (scene_id) REFERENCES scene (id) ON DELETE CASCADE,
  FOREIGN KEY (account_id) REFERENCES account (id),
  FOREIGN KEY (made_by) REFERENCES account (id)
);
