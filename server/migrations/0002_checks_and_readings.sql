CREATE TABLE "adjustment" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"readings" jsonb NOT NULL,
	"what" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"taken_back_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "attachment" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"added_at" timestamp with time zone NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"bytes" "bytea" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "check_sheet" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"check_type_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"begun_at" timestamp with time zone NOT NULL,
	"begun_by" uuid NOT NULL,
	"confirmed" jsonb NOT NULL,
	"finished_at" timestamp with time zone,
	"finished_seq" bigint,
	"finished_by" uuid,
	"outcome" text,
	"reason" text
);
--> statement-breakpoint
CREATE TABLE "check_type" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"name" text NOT NULL,
	"version" integer NOT NULL,
	"content" jsonb NOT NULL,
	"retired" boolean NOT NULL,
	"added_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "check_version" (
	"id" text PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"check_type_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"content" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "duty" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"what" text NOT NULL,
	"due_date" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"made_by" uuid NOT NULL,
	"made_seq" bigint NOT NULL,
	"settled_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "enclosure_sample" (
	"id" text PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"celsius" double precision NOT NULL,
	"limit_c" double precision,
	"hot_hours" double precision NOT NULL
);
--> statement-breakpoint
CREATE TABLE "fault" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"symptom" text NOT NULL,
	"may_go_on" boolean NOT NULL,
	"reported_at" timestamp with time zone NOT NULL,
	"reported_by" uuid NOT NULL,
	"reported_seq" bigint NOT NULL,
	"closed_at" timestamp with time zone,
	"closed_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "printer_drift" (
	"printer_id" uuid PRIMARY KEY NOT NULL,
	"as_of" text NOT NULL,
	"result" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "printer_event" (
	"id" text PRIMARY KEY NOT NULL,
	"seq" bigint NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"event" text NOT NULL,
	"words" text,
	"at" timestamp with time zone NOT NULL,
	"taken_back_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "reading_kind" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"name" text NOT NULL,
	"unit" text NOT NULL,
	"lower" double precision,
	"upper" double precision,
	"models" jsonb NOT NULL,
	"corrections" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sign_off" (
	"id" text PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"sign_off" text NOT NULL,
	"until" text,
	"withdrawn_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "step_result" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"sheet_id" uuid NOT NULL,
	"step_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"done" boolean NOT NULL,
	"value" double precision,
	"unit" text,
	"choice" text,
	"text" text,
	"photos" jsonb NOT NULL,
	"is_out" boolean NOT NULL,
	"note" text,
	"replaced_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "upset" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"changed" text NOT NULL,
	"slot_kinds" jsonb NOT NULL,
	"events" jsonb NOT NULL,
	"redo" jsonb NOT NULL,
	"restarts" jsonb NOT NULL,
	"also" jsonb NOT NULL,
	"caution" text,
	"dropped" boolean NOT NULL
);
--> statement-breakpoint
ALTER TABLE "printer" ADD COLUMN "enclosure_c" double precision;--> statement-breakpoint
ALTER TABLE "printer" ADD COLUMN "enclosure_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "printer" ADD COLUMN "hot_hours" double precision DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "printer" ADD COLUMN "ran_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "printer" ADD COLUMN "material" text;--> statement-breakpoint
ALTER TABLE "printer_model" ADD COLUMN "bed" jsonb;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "source" text DEFAULT 'take-in' NOT NULL;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "instrument" text;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "mesh" jsonb;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "sheet_id" uuid;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "step_id" uuid;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "taken_back_seq" bigint;--> statement-breakpoint
ALTER TABLE "adjustment" ADD CONSTRAINT "adjustment_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachment" ADD CONSTRAINT "attachment_site_id_site_id_fk" FOREIGN KEY ("site_id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "check_sheet" ADD CONSTRAINT "check_sheet_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "check_sheet" ADD CONSTRAINT "check_sheet_check_type_id_check_type_id_fk" FOREIGN KEY ("check_type_id") REFERENCES "public"."check_type"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "check_type" ADD CONSTRAINT "check_type_site_id_site_id_fk" FOREIGN KEY ("site_id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "check_version" ADD CONSTRAINT "check_version_check_type_id_check_type_id_fk" FOREIGN KEY ("check_type_id") REFERENCES "public"."check_type"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "duty" ADD CONSTRAINT "duty_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "enclosure_sample" ADD CONSTRAINT "enclosure_sample_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fault" ADD CONSTRAINT "fault_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "printer_drift" ADD CONSTRAINT "printer_drift_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "printer_event" ADD CONSTRAINT "printer_event_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading_kind" ADD CONSTRAINT "reading_kind_site_id_site_id_fk" FOREIGN KEY ("site_id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sign_off" ADD CONSTRAINT "sign_off_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "step_result" ADD CONSTRAINT "step_result_sheet_id_check_sheet_id_fk" FOREIGN KEY ("sheet_id") REFERENCES "public"."check_sheet"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "upset" ADD CONSTRAINT "upset_site_id_site_id_fk" FOREIGN KEY ("site_id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "adjustment_printer" ON "adjustment" USING btree ("printer_id","at");--> statement-breakpoint
CREATE INDEX "attachment_site" ON "attachment" USING btree ("site_id");--> statement-breakpoint
CREATE UNIQUE INDEX "check_sheet_one_open" ON "check_sheet" USING btree ("printer_id","check_type_id") WHERE outcome is null;--> statement-breakpoint
CREATE INDEX "check_sheet_last" ON "check_sheet" USING btree ("printer_id","check_type_id","finished_at");--> statement-breakpoint
CREATE INDEX "check_sheet_printer" ON "check_sheet" USING btree ("printer_id","finished_at");--> statement-breakpoint
CREATE INDEX "check_sheet_finished_seq" ON "check_sheet" USING btree ("finished_seq");--> statement-breakpoint
CREATE INDEX "check_sheet_type" ON "check_sheet" USING btree ("check_type_id");--> statement-breakpoint
CREATE UNIQUE INDEX "check_type_name" ON "check_type" USING btree ("site_id",lower("name"));--> statement-breakpoint
CREATE INDEX "check_version_type" ON "check_version" USING btree ("check_type_id","version");--> statement-breakpoint
CREATE INDEX "duty_open" ON "duty" USING btree ("printer_id") WHERE settled_seq is null;--> statement-breakpoint
CREATE INDEX "duty_printer" ON "duty" USING btree ("printer_id");--> statement-breakpoint
CREATE UNIQUE INDEX "enclosure_sample_printer_at" ON "enclosure_sample" USING btree ("printer_id","at");--> statement-breakpoint
CREATE INDEX "fault_open" ON "fault" USING btree ("printer_id") WHERE closed_seq is null;--> statement-breakpoint
CREATE INDEX "fault_printer" ON "fault" USING btree ("printer_id");--> statement-breakpoint
CREATE INDEX "printer_event_printer" ON "printer_event" USING btree ("printer_id","event","at");--> statement-breakpoint
CREATE INDEX "printer_event_seq" ON "printer_event" USING btree ("seq");--> statement-breakpoint
CREATE UNIQUE INDEX "reading_kind_name" ON "reading_kind" USING btree ("site_id",lower("name"));--> statement-breakpoint
CREATE INDEX "sign_off_person" ON "sign_off" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "step_result_sheet" ON "step_result" USING btree ("sheet_id","seq");--> statement-breakpoint
CREATE INDEX "upset_site" ON "upset" USING btree ("site_id");--> statement-breakpoint
CREATE INDEX "reading_seq" ON "reading" USING btree ("seq");--> statement-breakpoint
CREATE INDEX "reading_sheet" ON "reading" USING btree ("sheet_id");--> statement-breakpoint
CREATE INDEX "usage_printer_spools" ON "usage" USING btree ("printer_id","at") WHERE taken_back_seq is null and kind = 'spool';