ALTER TABLE "people" ADD COLUMN "courses" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "practised" jsonb DEFAULT '{}'::jsonb NOT NULL;