CREATE TABLE "cause" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"content" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "down_time" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"from_at" timestamp with time zone NOT NULL,
	"until_at" timestamp with time zone,
	"fault_id" uuid
);
--> statement-breakpoint
CREATE TABLE "fault_step" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"fault_id" uuid NOT NULL,
	"seq" bigint NOT NULL,
	"kind" text NOT NULL,
	"words" text NOT NULL,
	"test_id" uuid,
	"cause_id" uuid,
	"outcome" text,
	"note" text,
	"minutes" double precision,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"taken_back_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "fault_test" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"content" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "guard" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"name" text NOT NULL,
	"risk" text NOT NULL,
	"off_at" timestamp with time zone NOT NULL,
	"off_by" uuid NOT NULL,
	"back_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "invitation" (
	"person_id" uuid PRIMARY KEY NOT NULL,
	"code_hash" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "log_seal" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"chain_id" uuid NOT NULL,
	"hash" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "log_search" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"words" "tsvector" NOT NULL,
	"part_types" uuid[] NOT NULL
);
--> statement-breakpoint
CREATE TABLE "note_link" (
	"id" text PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"seq" bigint NOT NULL,
	"person_id" uuid,
	"to_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "notice" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"text" text NOT NULL,
	"until" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"taken_down_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "presence" (
	"id" text PRIMARY KEY NOT NULL,
	"printer_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"doing" text NOT NULL,
	"seen_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "read_mark" (
	"person_id" uuid PRIMARY KEY NOT NULL,
	"seq" bigint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "return_tick" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"item" text NOT NULL,
	"waived" text,
	"note" text,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "saved_view" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"name" text NOT NULL,
	"query" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "symptom" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"content" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "test_print" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"passed" boolean NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "training" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"topic" text NOT NULL,
	"day" text NOT NULL,
	"note" text,
	"by" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "work_span" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"fault_id" uuid,
	"person_id" uuid NOT NULL,
	"from_at" timestamp with time zone NOT NULL,
	"until_at" timestamp with time zone,
	"waiting_for" text
);
--> statement-breakpoint
DROP INDEX "fault_printer";--> statement-breakpoint
ALTER TABLE "duty" ADD COLUMN "due_run_hours" double precision;--> statement-breakpoint
ALTER TABLE "duty" ADD COLUMN "promise_of" uuid;--> statement-breakpoint
ALTER TABLE "fault" ADD COLUMN "symptom_id" uuid;--> statement-breakpoint
ALTER TABLE "fault" ADD COLUMN "reported_hours" double precision NOT NULL DEFAULT 0;--> statement-breakpoint
ALTER TABLE "fault" ADD COLUMN "reporter" text;--> statement-breakpoint
ALTER TABLE "fault" ADD COLUMN "photos" jsonb NOT NULL DEFAULT '[]';--> statement-breakpoint
ALTER TABLE "fault" ADD COLUMN "closed_hours" double precision;--> statement-breakpoint
ALTER TABLE "fault" ADD COLUMN "closed_by" uuid;--> statement-breakpoint
ALTER TABLE "fault" ADD COLUMN "cause_id" uuid;--> statement-breakpoint
ALTER TABLE "fault" ADD COLUMN "closing" jsonb;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "locked_reason" text;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "left_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "shifts" jsonb DEFAULT '{"weekly":[],"days":[]}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "printer" ADD COLUMN "held_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "printer" ADD COLUMN "upset_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "sign_off" ADD COLUMN "model_id" uuid;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "relaxed" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "upset" ADD COLUMN "wait_hours" double precision DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "upset" ADD COLUMN "wait_for" text;--> statement-breakpoint
ALTER TABLE "upset" ADD COLUMN "sign_off" text;--> statement-breakpoint
ALTER TABLE "down_time" ADD CONSTRAINT "down_time_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fault_step" ADD CONSTRAINT "fault_step_fault_id_fault_id_fk" FOREIGN KEY ("fault_id") REFERENCES "public"."fault"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "guard" ADD CONSTRAINT "guard_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "read_mark" ADD CONSTRAINT "read_mark_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "return_tick" ADD CONSTRAINT "return_tick_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "saved_view" ADD CONSTRAINT "saved_view_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "test_print" ADD CONSTRAINT "test_print_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "training" ADD CONSTRAINT "training_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "work_span" ADD CONSTRAINT "work_span_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "down_time_printer" ON "down_time" USING btree ("printer_id","from_at");--> statement-breakpoint
CREATE UNIQUE INDEX "down_time_one_open" ON "down_time" USING btree ("printer_id") WHERE until_at is null;--> statement-breakpoint
CREATE INDEX "down_time_fault" ON "down_time" USING btree ("fault_id");--> statement-breakpoint
CREATE INDEX "fault_step_fault" ON "fault_step" USING btree ("fault_id","seq");--> statement-breakpoint
CREATE INDEX "guard_off" ON "guard" USING btree ("printer_id") WHERE back_seq is null;--> statement-breakpoint
CREATE INDEX "log_seal_chain" ON "log_seal" USING btree ("chain_id","seq");--> statement-breakpoint
CREATE INDEX "log_search_words" ON "log_search" USING gin ("words");--> statement-breakpoint
CREATE INDEX "log_search_part_types" ON "log_search" USING gin ("part_types");--> statement-breakpoint
CREATE INDEX "note_link_person" ON "note_link" USING btree ("person_id","seq");--> statement-breakpoint
CREATE INDEX "note_link_to" ON "note_link" USING btree ("to_seq");--> statement-breakpoint
CREATE INDEX "note_link_seq" ON "note_link" USING btree ("seq");--> statement-breakpoint
CREATE INDEX "presence_printer" ON "presence" USING btree ("printer_id");--> statement-breakpoint
CREATE INDEX "return_tick_printer" ON "return_tick" USING btree ("printer_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "saved_view_name" ON "saved_view" USING btree ("person_id",lower("name"));--> statement-breakpoint
CREATE INDEX "test_print_printer" ON "test_print" USING btree ("printer_id","at");--> statement-breakpoint
CREATE INDEX "training_person" ON "training" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "work_span_printer" ON "work_span" USING btree ("printer_id","from_at");--> statement-breakpoint
CREATE UNIQUE INDEX "work_span_one_open" ON "work_span" USING btree ("printer_id","person_id") WHERE until_at is null;--> statement-breakpoint
CREATE INDEX "work_span_fault" ON "work_span" USING btree ("fault_id");--> statement-breakpoint
CREATE INDEX "fault_symptom" ON "fault" USING btree ("symptom_id","cause_id");--> statement-breakpoint
CREATE INDEX "fault_cause" ON "fault" USING btree ("cause_id");--> statement-breakpoint
CREATE INDEX "fault_printer" ON "fault" USING btree ("printer_id","reported_at");--> statement-breakpoint
UPDATE "fault" SET "reported_hours" = coalesce((SELECT p."hours" FROM "counter_point" p WHERE p."printer_id" = "fault"."printer_id"
  AND p."at" <= "fault"."reported_at" ORDER BY p."at" DESC LIMIT 1), 0);--> statement-breakpoint
ALTER TABLE "fault" ALTER COLUMN "reported_hours" DROP DEFAULT, ALTER COLUMN "photos" DROP DEFAULT;--> statement-breakpoint
UPDATE "printer" SET "held_at" = (SELECT max(l."at") FROM "log_entry" l WHERE l."printer_id" = "printer"."id" AND l."kind" = 'hold-printer')
  WHERE "hold_reason" IS NOT NULL;--> statement-breakpoint
ALTER TABLE "person" DROP CONSTRAINT "person_role";--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_role" CHECK ("role" IN ('device', 'visitor', 'member', 'operator', 'technician', 'lead'));--> statement-breakpoint
CREATE TRIGGER log_seal_no_change BEFORE UPDATE OR DELETE ON "log_seal"
  FOR EACH ROW EXECUTE FUNCTION log_entry_is_append_only();--> statement-breakpoint
CREATE TRIGGER log_seal_no_truncate BEFORE TRUNCATE ON "log_seal"
  FOR EACH STATEMENT EXECUTE FUNCTION log_entry_is_append_only();
