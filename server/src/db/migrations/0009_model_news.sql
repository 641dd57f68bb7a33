-- Whoever has kits of an earlier version is told once what is read otherwise now.
INSERT INTO "settings" ("key", "value") SELECT 'modelNews', 'true'::jsonb WHERE EXISTS (SELECT 1 FROM "kits") ON CONFLICT ("key") DO NOTHING;
