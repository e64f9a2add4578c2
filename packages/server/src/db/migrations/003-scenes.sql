CREATE TABLE IF NOT EXISTS scene (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  project_id INT UNSIGNED NOT NULL,
  name VARCHAR(200) NOT NULL,
  source_name VARCHAR(300) NOT NULL,
  source_file BIGINT UNSIGNED NOT NULL,
  thumbnail_file BIGINT UNSIGNED NULL,
  revision INT UNSIGNED NOT NULL DEFAULT 0,
  objects INT UNSIGNED NOT NULL,
  standing TEXT NULL,
  standing_revision INT UNSIGNED NULL,
  updated_by INT UNSIGNED NOT NULL,
  updated_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  UNIQUE KEY (project_id, name),
  FOREIGN KEY (project_id) REFERENCES project (id),
  FOREIGN KEY (source_file) REFERENCES file (id),
  FOREIGN KEY (thumbnail_file) REFERENCES file (id),
  FOREIGN KEY (updated_by) REFERENCES account (id)
);
CREATE TABLE IF NOT EXISTS scene_file (
  scene_id INT UNSIGNED NOT NULL,
  path VARCHAR(300) NOT NULL,
  file_id BIGINT UNSIGNED NOT NULL,
  PRIMARY KEY (scene_id, path),
  FOREIGN KEY (scene_id) REFERENCES scene (id) ON DELETE CASCADE,
  FOREIGN KEY (file_id) REFERENCES file (id)
);
CREATE TABLE IF NOT EXISTS scene_change (
  scene_id INT UNSIGNED NOT NULL,
  revision INT UNSIGNED NOT NULL,
  change_id CHAR(36) NOT NULL,
  author INT UNSIGNED NOT NULL,
  label VARCHAR(300) NOT NULL,
  edits LONGTEXT NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  PRIMARY KEY (scene_id, revision),
  UNIQUE KEY (scene_id, change_id),
  FOREIGN KEY (scene_id) REFERENCES scene (id) ON DELETE CASCADE,
  FOREIGN KEY (author) REFERENCES account (id)
);
CREATE TABLE IF NOT EXISTS scene_snapshot (
  scene_id INT UNSIGNED NOT NULL,
  revision INT UNSIGNED NOT NULL,
  data LONGBLOB NOT NULL,
  PRIMARY KEY (scene_id, revision),
  FOREIGN KEY (scene_id) REFERENCES scene (id) ON DELETE CASCADE
);
CREATE TABLE IF NOT EXISTS object_index (
  scene_id INT UNSIGNED NOT NULL,
  object_id INT UNSIGNED NOT NULL,
  parent_id INT UNSIGNED NULL,
  name TEXT NOT NULL,
  kind VARCHAR(12) NOT NULL,
  PRIMARY KEY (scene_id, object_id),
  KEY (scene_id, name (100)),
  FOREIGN KEY (scene_id) REFERENCES scene (id) ON DELETE CASCADE
);
CREATE TABLE IF NOT EXISTS version (
  scene_id INT UNSIGNED NOT NULL,
  number INT UNSIGNED NOT NULL,
  revision INT UNSIGNED NOT NULL,
  note VARCHAR(1000) NOT NULL,
  author INT UNSIGNED NOT NULL,
  created_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  PRIMARY KEY (scene_id, number),
  FOREIGN KEY (scene_id) REFERENCES scene (id) ON DELETE CASCADE,
  FOREIGN KEY (author) REFERENCES account (id)
);
CREATE TABLE IF NOT EXISTS standing_day (
  scene_id INT UNSIGNED NOT NULL,
  day DATE NOT NULL,
  named INT UNSIGNED NOT NULL,
  fitting INT UNSIGNED NOT NULL,
  PRIMARY KEY (scene_id, day),
  FOREIGN KEY (scene_id) REFERENCES scene (id) ON DELETE CASCADE
);
