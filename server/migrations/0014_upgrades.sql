CREATE TABLE "stock_item" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"name" text NOT NULL,
	"part_type_id" uuid,
	"content" jsonb NOT NULL,
	"retired" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "stock_move" (
	"id" text PRIMARY KEY NOT NULL,
	"seq" bigint NOT NULL,
	"site_id" uuid NOT NULL,
	"item_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"pieces" double precision NOT NULL,
	"paid_minor" bigint,
	"supplier" text,
	"words" text,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"taken_back_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "campaign" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"upgrade_id" uuid NOT NULL,
	"name" text NOT NULL,
	"seed" integer,
	"arms" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"ended_at" timestamp with time zone,
	"ended_reason" text
);
--> statement-breakpoint
CREATE TABLE "limit_change" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"limits" jsonb NOT NULL,
	"reason" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"until_at" timestamp with time zone,
	"until_seq" bigint,
	"taken_back_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "repair" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"slot_id" uuid NOT NULL,
	"fitting_id" uuid NOT NULL,
	"goes_on_id" uuid NOT NULL,
	"was" text,
	"way" text NOT NULL,
	"words" text NOT NULL,
	"effect" text NOT NULL,
	"permanence" text NOT NULL,
	"minutes" double precision NOT NULL,
	"cost_minor" bigint NOT NULL,
	"cure_hours" double precision NOT NULL,
	"fault_id" uuid,
	"at" timestamp with time zone NOT NULL,
	"run_hours" double precision NOT NULL,
	"person_id" uuid NOT NULL,
	"taken_back_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "standing_rule" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"instead_id" uuid,
	"reason" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "test_piece" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"upgrade_id" uuid NOT NULL,
	"after" boolean NOT NULL,
	"photo" uuid NOT NULL,
	"what" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"taken_back_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "upgrade" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"name" text NOT NULL,
	"version" integer NOT NULL,
	"content" jsonb NOT NULL,
	"dropped" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "upgrade_change" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"upgrade_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"campaign_id" uuid,
	"at" timestamp with time zone NOT NULL,
	"run_hours" double precision NOT NULL,
	"minutes" double precision NOT NULL,
	"person_id" uuid NOT NULL,
	"seq" bigint NOT NULL,
	"undone_at" timestamp with time zone,
	"undone_seq" bigint,
	"taken_back_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "upgrade_verdict" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"upgrade_id" uuid NOT NULL,
	"verdict" text,
	"reason" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "upgrade_version" (
	"id" text PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"upgrade_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"content" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
DROP INDEX "slot_name";--> statement-breakpoint
ALTER TABLE "part_type" ADD COLUMN "joints" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "fitting" ADD COLUMN "from_store" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "slot" ADD COLUMN "added_seq" bigint;--> statement-breakpoint
ALTER TABLE "slot" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "slot" ADD COLUMN "removed_seq" bigint;--> statement-breakpoint
ALTER TABLE "stock_item" ADD CONSTRAINT "stock_item_site_id_site_id_fk" FOREIGN KEY ("site_id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_item" ADD CONSTRAINT "stock_item_part_type_id_part_type_id_fk" FOREIGN KEY ("part_type_id") REFERENCES "public"."part_type"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_move" ADD CONSTRAINT "stock_move_item_id_stock_item_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."stock_item"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "campaign" ADD CONSTRAINT "campaign_upgrade_id_upgrade_id_fk" FOREIGN KEY ("upgrade_id") REFERENCES "public"."upgrade"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "limit_change" ADD CONSTRAINT "limit_change_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair" ADD CONSTRAINT "repair_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair" ADD CONSTRAINT "repair_slot_id_slot_id_fk" FOREIGN KEY ("slot_id") REFERENCES "public"."slot"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair" ADD CONSTRAINT "repair_fitting_id_fitting_id_fk" FOREIGN KEY ("fitting_id") REFERENCES "public"."fitting"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair" ADD CONSTRAINT "repair_goes_on_id_fitting_id_fk" FOREIGN KEY ("goes_on_id") REFERENCES "public"."fitting"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing_rule" ADD CONSTRAINT "standing_rule_id_part_type_id_fk" FOREIGN KEY ("id") REFERENCES "public"."part_type"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing_rule" ADD CONSTRAINT "standing_rule_instead_id_part_type_id_fk" FOREIGN KEY ("instead_id") REFERENCES "public"."part_type"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "test_piece" ADD CONSTRAINT "test_piece_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "test_piece" ADD CONSTRAINT "test_piece_upgrade_id_upgrade_id_fk" FOREIGN KEY ("upgrade_id") REFERENCES "public"."upgrade"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "upgrade" ADD CONSTRAINT "upgrade_site_id_site_id_fk" FOREIGN KEY ("site_id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "upgrade_change" ADD CONSTRAINT "upgrade_change_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "upgrade_change" ADD CONSTRAINT "upgrade_change_upgrade_id_upgrade_id_fk" FOREIGN KEY ("upgrade_id") REFERENCES "public"."upgrade"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "upgrade_change" ADD CONSTRAINT "upgrade_change_campaign_id_campaign_id_fk" FOREIGN KEY ("campaign_id") REFERENCES "public"."campaign"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "upgrade_verdict" ADD CONSTRAINT "upgrade_verdict_upgrade_id_upgrade_id_fk" FOREIGN KEY ("upgrade_id") REFERENCES "public"."upgrade"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "upgrade_version" ADD CONSTRAINT "upgrade_version_upgrade_id_upgrade_id_fk" FOREIGN KEY ("upgrade_id") REFERENCES "public"."upgrade"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "stock_item_name" ON "stock_item" USING btree ("site_id",lower("name"));--> statement-breakpoint
CREATE UNIQUE INDEX "stock_item_part_type" ON "stock_item" USING btree ("part_type_id");--> statement-breakpoint
CREATE INDEX "stock_move_item" ON "stock_move" USING btree ("item_id","at");--> statement-breakpoint
CREATE INDEX "stock_move_seq" ON "stock_move" USING btree ("seq");--> statement-breakpoint
CREATE INDEX "campaign_upgrade" ON "campaign" USING btree ("upgrade_id");--> statement-breakpoint
CREATE INDEX "limit_change_printer" ON "limit_change" USING btree ("printer_id","at");--> statement-breakpoint
CREATE INDEX "repair_printer" ON "repair" USING btree ("printer_id","at");--> statement-breakpoint
CREATE INDEX "repair_fitting" ON "repair" USING btree ("fitting_id");--> statement-breakpoint
CREATE INDEX "test_piece_upgrade" ON "test_piece" USING btree ("upgrade_id");--> statement-breakpoint
CREATE UNIQUE INDEX "upgrade_name" ON "upgrade" USING btree ("site_id",lower("name"));--> statement-breakpoint
CREATE INDEX "upgrade_change_printer" ON "upgrade_change" USING btree ("printer_id","at");--> statement-breakpoint
CREATE INDEX "upgrade_change_upgrade" ON "upgrade_change" USING btree ("upgrade_id");--> statement-breakpoint
CREATE INDEX "upgrade_change_campaign" ON "upgrade_change" USING btree ("campaign_id");--> statement-breakpoint
CREATE INDEX "upgrade_change_seq" ON "upgrade_change" USING btree ("seq");--> statement-breakpoint
CREATE UNIQUE INDEX "upgrade_once" ON "upgrade_change" USING btree ("printer_id","upgrade_id") WHERE undone_at is null and taken_back_seq is null;--> statement-breakpoint
CREATE INDEX "upgrade_verdict_upgrade" ON "upgrade_verdict" USING btree ("upgrade_id","seq");--> statement-breakpoint
CREATE INDEX "upgrade_version_of" ON "upgrade_version" USING btree ("upgrade_id","version");--> statement-breakpoint
CREATE UNIQUE INDEX "slot_name" ON "slot" USING btree ("printer_id","name") WHERE removed_at is null;--> statement-breakpoint
UPDATE "fitting" f SET "from_store" = true FROM "log_entry" e WHERE e."seq" = f."fitted_seq" AND (
  e."kind" = 'swap-kit'
  OR (e."kind" = 'swap-part' AND NOT e."payload" ? 'usedFittingId')
  OR (e."kind" = 'add-slot' AND NOT e."payload" ? 'partHours')
  OR (e."kind" = 'move-part' AND f."part_id" = f."id"));
--> statement-breakpoint
UPDATE "slot" s SET "added_seq" = e."seq" FROM "log_entry" e
WHERE e."kind" = 'add-slot' AND e."printer_id" = s."printer_id" AND s."added_at" = e."at" AND e."payload"->>'name' = s."name";
--> statement-breakpoint
ALTER TABLE "fitting" DROP CONSTRAINT "fitting_removal_reason";
--> statement-breakpoint
ALTER TABLE "fitting" ADD CONSTRAINT "fitting_removal_reason" CHECK ("removal_reason" IN
  ('failed', 'worn at check', 'replaced in time', 'upgraded', 'user damage', 'borrowed for another printer', 'repaired in place'));
--> statement-breakpoint
ALTER TABLE "slot" ADD CONSTRAINT "slot_left_after_it_came" CHECK ("removed_at" IS NULL OR "added_at" IS NULL OR "removed_at" >= "added_at");
--> statement-breakpoint
ALTER TABLE "stock_move" ADD CONSTRAINT "stock_move_pieces" CHECK ("pieces" >= 0 AND "kind" IN ('in', 'out', 'counted'));
