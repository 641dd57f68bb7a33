CREATE TABLE "orders" (
	"id" text PRIMARY KEY NOT NULL,
	"data" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "use_entries" (
	"id" text PRIMARY KEY NOT NULL,
	"log_id" text NOT NULL,
	"position" bigserial NOT NULL,
	"data" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "use_logs" (
	"id" text PRIMARY KEY NOT NULL,
	"kit_ids" jsonb NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"is_open" boolean DEFAULT true NOT NULL,
	"debriefs" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "use_entries" ADD CONSTRAINT "use_entries_log_id_use_logs_id_fk" FOREIGN KEY ("log_id") REFERENCES "public"."use_logs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "use_entries_log" ON "use_entries" USING btree ("log_id");