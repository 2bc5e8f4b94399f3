ALTER TABLE "part_type" ADD COLUMN "abrasive_metres_most" double precision;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "mains_volts" integer;--> statement-breakpoint
ALTER TABLE "reading_kind" ADD COLUMN "limits_to_confirm" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "reading_kind" ADD COLUMN "limits_from" text;