CREATE TABLE "heat_logs" (
	"id" text PRIMARY KEY NOT NULL,
	"position_id" text NOT NULL,
	"source" text NOT NULL,
	"added_on" date NOT NULL,
	"samples" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "inspections" (
	"id" text PRIMARY KEY NOT NULL,
	"kit_id" text NOT NULL,
	"who" text NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"finished_on" date,
	"answers" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "notices" (
	"id" text PRIMARY KEY NOT NULL,
	"data" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "kits" ADD COLUMN "upkeep" jsonb DEFAULT '{"everyDays":null,"routine":""}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "inspections" ADD CONSTRAINT "inspections_kit_id_kits_id_fk" FOREIGN KEY ("kit_id") REFERENCES "public"."kits"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "inspections_kit" ON "inspections" USING btree ("kit_id");--> statement-breakpoint
CREATE UNIQUE INDEX "inspections_open" ON "inspections" USING btree ("kit_id") WHERE "inspections"."finished_on" is null;