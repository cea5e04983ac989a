-- Up Migration

-- How this shop reads and writes: one row.
CREATE TABLE shop_settings (
  is_only boolean PRIMARY KEY DEFAULT true CHECK (is_only),
  -- ISO 4217.
  currency text NOT NULL DEFAULT 'EUR' CHECK (currency ~ '^[A-Z]{3}$'),
  -- Symbols of IEC 60617 or of North American practice; 'unit': as the unit's mains has it.
  symbols text NOT NULL DEFAULT 'unit' CHECK (symbols IN ('unit', 'IEC', 'NA')),
  temperature text NOT NULL DEFAULT 'C' CHECK (temperature IN ('C', 'F')),
  -- Decimal mark of tables that are saved for a spreadsheet.
  decimal_mark text NOT NULL DEFAULT 'point' CHECK (decimal_mark IN ('point', 'comma')),
  changed_at timestamptz NOT NULL DEFAULT now()
);
INSERT INTO shop_settings DEFAULT VALUES;
GRANT SELECT, UPDATE ON shop_settings TO zygodrome_app;
