-- Files that come piece by piece, so that a line that is cut costs nothing that has come. With the file, its upload goes.
CREATE TABLE IF NOT EXISTS upload (
  project_id INT UNSIGNED NOT NULL,
  account_id INT UNSIGNED NOT NULL,
  id CHAR(36) NOT NULL,
  file_id BIGINT UNSIGNED NOT NULL,
  PRIMARY KEY (project_id, account_id, id),
  FOREIGN KEY (project_id) REFERENCES project (id) ON DELETE CASCADE,
  FOREIGN KEY (account_id) REFERENCES account (id) ON DELETE CASCADE,
  FOREIGN KEY (file_id) REFERENCES file (id) ON DELETE CASCADE
) ENGINE = InnoDB DEFAULT CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin;
