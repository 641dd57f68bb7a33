CREATE TABLE "plans" (
	"id" text PRIMARY KEY NOT NULL,
	"data" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "reach_times" (
	"id" text PRIMARY KEY NOT NULL,
	"kit_id" text NOT NULL,
	"kind" text NOT NULL,
	"position_id" text NOT NULL,
	"conditions" jsonb NOT NULL,
	"tenths" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"who" text DEFAULT '' NOT NULL,
	CONSTRAINT "reach_times_tenths" CHECK ("reach_times"."tenths" >= 1)
);
--> statement-breakpoint
CREATE TABLE "week_plans" (
	"id" text PRIMARY KEY NOT NULL,
	"data" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "skills" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "authorised" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "told" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "reach_times" ADD CONSTRAINT "reach_times_kit_id_kits_id_fk" FOREIGN KEY ("kit_id") REFERENCES "public"."kits"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "week_plans" ADD CONSTRAINT "week_plans_id_people_id_fk" FOREIGN KEY ("id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reach_times_kit" ON "reach_times" USING btree ("kit_id");