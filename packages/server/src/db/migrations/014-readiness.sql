-- What the gate says of a scene for the targets that it was handed off to, as it last stood: JSON.
ALTER TABLE scene ADD COLUMN IF NOT EXISTS readiness TEXT NULL;
