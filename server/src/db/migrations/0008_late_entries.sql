ALTER TABLE "use_entries" ADD COLUMN "received_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "use_logs" ADD COLUMN "put_aside" jsonb DEFAULT '[]'::jsonb NOT NULL;