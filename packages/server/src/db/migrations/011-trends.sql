-- What was found on a day, beside how many names fit: by severity and by check, as JSON.
ALTER TABLE standing_day
  ADD COLUMN IF NOT EXISTS counts LONGTEXT NULL;
