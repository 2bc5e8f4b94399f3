CREATE TABLE "slot_kind" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"name" text NOT NULL,
	"work" text,
	"caution" text
);
--> statement-breakpoint
ALTER TABLE "part_type" ALTER COLUMN "price_minor" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "part_type" ALTER COLUMN "failure_extra_minor" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "printer_drift" ADD COLUMN "scatter" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "printer_model" ADD COLUMN "limits_confirmed" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "week_begins" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "slot" ADD COLUMN "added_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "slot_kind" ADD CONSTRAINT "slot_kind_site_id_site_id_fk" FOREIGN KEY ("site_id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "slot_kind_name" ON "slot_kind" USING btree ("site_id",lower("name"));--> statement-breakpoint
-- What was worked out by other rules is worked out anew.
DELETE FROM "printer_drift";
