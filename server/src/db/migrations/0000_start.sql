CREATE TABLE "gtins" (
	"gtin" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "journal" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"who" text NOT NULL,
	"what" text NOT NULL,
	"subject" text NOT NULL,
	"before" jsonb,
	"after" jsonb
);
--> statement-breakpoint
CREATE TABLE "kits" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"layer" text NOT NULL,
	"person_id" text,
	"container_id" text NOT NULL,
	"position_id" text NOT NULL,
	"school_id" text NOT NULL,
	"brief" jsonb NOT NULL,
	"packing" jsonb,
	"inspected_on" date,
	"retired_on" date,
	"position" integer DEFAULT 0 NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "kits_layer" CHECK ("kits"."layer" in ('pocket', 'worn', 'afloat', 'base'))
);
--> statement-breakpoint
CREATE TABLE "lots" (
	"id" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"lot" text,
	"gtin" text,
	"expires_on" date,
	"produced_on" date,
	"seller" text,
	"authorised" boolean,
	"price_minor" integer,
	CONSTRAINT "lots_price" CHECK ("lots"."price_minor" is null or "lots"."price_minor" >= 0)
);
--> statement-breakpoint
CREATE TABLE "people" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"role" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "settings" (
	"key" text PRIMARY KEY NOT NULL,
	"value" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "units" (
	"id" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"count" integer NOT NULL,
	"pieces_used" integer DEFAULT 0 NOT NULL,
	"condition" text NOT NULL,
	"state" text DEFAULT 'asSold' NOT NULL,
	"lot_id" text,
	"place" text NOT NULL,
	"kit_id" text,
	"position" integer DEFAULT 0 NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "units_count" CHECK ("units"."count" >= 1),
	CONSTRAINT "units_pieces" CHECK ("units"."pieces_used" >= 0),
	CONSTRAINT "units_place_kit" CHECK (("units"."place" = 'kit') = ("units"."kit_id" is not null)),
	CONSTRAINT "units_places" CHECK ("units"."place" in ('kit', 'stores', 'practice', 'used', 'discarded'))
);
--> statement-breakpoint
CREATE TABLE "use_events" (
	"id" text PRIMARY KEY NOT NULL,
	"use_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"unit_id" text NOT NULL,
	"kind" text NOT NULL,
	"pieces" integer NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	CONSTRAINT "use_events_pieces" CHECK ("use_events"."pieces" >= 1)
);
--> statement-breakpoint
CREATE TABLE "uses" (
	"id" text PRIMARY KEY NOT NULL,
	"kit_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "kits" ADD CONSTRAINT "kits_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "units" ADD CONSTRAINT "units_lot_id_lots_id_fk" FOREIGN KEY ("lot_id") REFERENCES "public"."lots"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "units" ADD CONSTRAINT "units_kit_id_kits_id_fk" FOREIGN KEY ("kit_id") REFERENCES "public"."kits"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "use_events" ADD CONSTRAINT "use_events_use_id_uses_id_fk" FOREIGN KEY ("use_id") REFERENCES "public"."uses"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "uses" ADD CONSTRAINT "uses_kit_id_kits_id_fk" FOREIGN KEY ("kit_id") REFERENCES "public"."kits"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "lots_kind" ON "lots" USING btree ("kind");--> statement-breakpoint
CREATE INDEX "units_kit" ON "units" USING btree ("kit_id");--> statement-breakpoint
CREATE INDEX "units_place" ON "units" USING btree ("place");