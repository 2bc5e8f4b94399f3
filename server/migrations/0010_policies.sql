CREATE TABLE "neighbour_lives" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"part_type_id" uuid NOT NULL,
	"source" text NOT NULL,
	"records" jsonb NOT NULL,
	"weight" double precision NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"seq" bigint NOT NULL,
	"dropped_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "policy" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"part_type_id" uuid NOT NULL,
	"model_id" uuid,
	"printer_id" uuid,
	"policy" text,
	"interval" double precision,
	"reason" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"taken_back_seq" bigint
);
--> statement-breakpoint
ALTER TABLE "part_type" ADD COLUMN "trade_weight" double precision DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "fitting" ADD COLUMN "found_at_look" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "neighbour_lives" ADD CONSTRAINT "neighbour_lives_part_type_id_part_type_id_fk" FOREIGN KEY ("part_type_id") REFERENCES "public"."part_type"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "policy" ADD CONSTRAINT "policy_part_type_id_part_type_id_fk" FOREIGN KEY ("part_type_id") REFERENCES "public"."part_type"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "policy" ADD CONSTRAINT "policy_model_id_printer_model_id_fk" FOREIGN KEY ("model_id") REFERENCES "public"."printer_model"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "policy" ADD CONSTRAINT "policy_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "neighbour_lives_part_type" ON "neighbour_lives" USING btree ("part_type_id") WHERE dropped_seq is null;--> statement-breakpoint
CREATE INDEX "policy_part_type" ON "policy" USING btree ("part_type_id","seq");--> statement-breakpoint
CREATE INDEX "policy_model" ON "policy" USING btree ("model_id");--> statement-breakpoint
CREATE INDEX "policy_printer" ON "policy" USING btree ("printer_id");