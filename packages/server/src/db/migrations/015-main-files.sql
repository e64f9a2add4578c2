-- Which of the files that came together is the scene: several layers may bear one name.
ALTER TABLE scene_file ADD COLUMN IF NOT EXISTS is_main BOOLEAN NOT NULL DEFAULT FALSE;
