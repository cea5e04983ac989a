-- Up Migration

-- Temperatures may follow the unit that is worked on, as a drawing's symbols do; so may sizes and lengths.
ALTER TABLE shop_settings
  DROP CONSTRAINT shop_settings_temperature_check,
  ADD CONSTRAINT shop_settings_temperature_check CHECK (temperature IN ('unit', 'C', 'F')),
  ADD COLUMN sizes text NOT NULL DEFAULT 'metric' CHECK (sizes IN ('unit', 'metric', 'american'));
