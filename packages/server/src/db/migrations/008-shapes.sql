ALTER TABLE scene
  ADD COLUMN IF NOT EXISTS facing VARCHAR(2) NULL,
  ADD COLUMN IF NOT EXISTS facing_names INT UNSIGNED NOT NULL DEFAULT 0;
CREATE TABLE IF NOT EXISTS shape_word (
  scene_id INT UNSIGNED NOT NULL,
  digest VARCHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  text VARCHAR(200) NOT NULL,
  count INT UNSIGNED NOT NULL,
  total INT UNSIGNED NOT NULL,
  PRIMARY KEY (scene_id, digest),
  KEY (digest, scene_id),
  FOREIGN KEY (scene_id) REFERENCES scene (id) ON DELETE CASCADE
);
ALTER TABLE sign_in_try
  ADD COLUMN IF NOT EXISTS id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY FIRST;
-- Scenes that were judged before are judged once more, so that what their shapes are called is known.
UPDATE scene SET standing_revision = NULL WHERE standing_revision IS NOT NULL;
