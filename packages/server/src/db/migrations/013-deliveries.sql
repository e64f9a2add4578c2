-- Packages on their way to receivers, each once, and what those answered.
CREATE TABLE IF NOT EXISTS delivery (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  handoff_id INT UNSIGNED NOT NULL,
  receiver VARCHAR(120) NOT NULL,
  package_id CHAR(36) NOT NULL,
  state ENUM('sending', 'sent', 'arrived', 'changed', 'refused', 'unanswered') NOT NULL DEFAULT 'sending',
  said VARCHAR(1000) NOT NULL DEFAULT '',
  tries INT UNSIGNED NOT NULL DEFAULT 0,
  received BIGINT UNSIGNED NOT NULL DEFAULT 0,
  job_id BIGINT UNSIGNED NULL,
  author INT UNSIGNED NOT NULL,
  created_at DATETIME(3) NOT NULL,
  UNIQUE KEY (handoff_id, receiver),
  FOREIGN KEY (handoff_id) REFERENCES handoff (id) ON DELETE CASCADE,
  FOREIGN KEY (author) REFERENCES account (id)
);
CREATE TABLE IF NOT EXISTS receipt (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  delivery_id INT UNSIGNED NOT NULL,
  number CHAR(36) NOT NULL,
  state ENUM('arrived', 'changed', 'refused') NOT NULL,
  reason VARCHAR(1000) NULL,
  objects INT UNSIGNED NOT NULL,
  arrived INT UNSIGNED NOT NULL,
  changed INT UNSIGNED NOT NULL,
  body LONGTEXT NOT NULL,
  received_at DATETIME(3) NOT NULL,
  UNIQUE KEY (delivery_id, number),
  FOREIGN KEY (delivery_id) REFERENCES delivery (id) ON DELETE CASCADE
);
-- What people made of a difference: our name stays, theirs was taken, or the target was told.
CREATE TABLE IF NOT EXISTS receipt_decision (
  delivery_id INT UNSIGNED NOT NULL,
  object_id INT UNSIGNED NOT NULL,
  what ENUM('kept', 'taken', 'told') NOT NULL,
  account_id INT UNSIGNED NOT NULL,
  decided_at DATETIME(3) NOT NULL,
  PRIMARY KEY (delivery_id, object_id),
  FOREIGN KEY (delivery_id) REFERENCES delivery (id) ON DELETE CASCADE,
  FOREIGN KEY (account_id) REFERENCES account (id)
);
-- What of a package is other than in the one before it, as it was made: JSON; null: there was none.
ALTER TABLE handoff ADD COLUMN IF NOT EXISTS changes LONGTEXT NULL;
-- A job that waits for somebody else holds no lane: it is claimed again from then on.
ALTER TABLE job ADD COLUMN IF NOT EXISTS not_before DATETIME(3) NULL;
