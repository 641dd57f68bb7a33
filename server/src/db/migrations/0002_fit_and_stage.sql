CREATE TABLE "own_containers" (
	"id" text PRIMARY KEY NOT NULL,
	"data" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "own_positions" (
	"id" text PRIMARY KEY NOT NULL,
	"data" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "kits" ADD COLUMN "fit" jsonb DEFAULT '{"press":0,"locks":{},"pins":{},"folds":{}}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "kits" ADD COLUMN "stage" jsonb DEFAULT '{"ticks":[],"hangsAt":"","told":"","weighed":null}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "kits" ADD COLUMN "modules" jsonb DEFAULT '[]'::jsonb NOT NULL;