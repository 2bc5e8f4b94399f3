CREATE TABLE "counter_point" (
	"id" text NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"hours" double precision NOT NULL,
	"prints" double precision NOT NULL,
	"metres" double precision NOT NULL,
	"abrasive_metres" double precision NOT NULL,
	CONSTRAINT "counter_point_id" PRIMARY KEY("id")
);
--> statement-breakpoint
CREATE TABLE "credential" (
	"person_id" uuid PRIMARY KEY NOT NULL,
	"pin_hash" text NOT NULL,
	"wrong_pins" integer DEFAULT 0 NOT NULL,
	"blocked_until" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "device_token" (
	"person_id" uuid PRIMARY KEY NOT NULL,
	"token_hash" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"revoked_at" timestamp with time zone,
	"last_seen_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "fitting" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"slot_id" uuid NOT NULL,
	"part_type_id" uuid NOT NULL,
	"part_id" uuid NOT NULL,
	"age_is_known" boolean NOT NULL,
	"before_hours" double precision NOT NULL,
	"before_prints" double precision NOT NULL,
	"before_metres" double precision NOT NULL,
	"before_abrasive_metres" double precision NOT NULL,
	"before_days" double precision NOT NULL,
	"fitted_at" timestamp with time zone NOT NULL,
	"fitted_hours" double precision NOT NULL,
	"fitted_prints" double precision NOT NULL,
	"fitted_metres" double precision NOT NULL,
	"fitted_abrasive_metres" double precision NOT NULL,
	"fitted_seq" bigint NOT NULL,
	"removed_at" timestamp with time zone,
	"removed_hours" double precision,
	"removed_prints" double precision,
	"removed_metres" double precision,
	"removed_abrasive_metres" double precision,
	"removed_seq" bigint,
	"removal_reason" text,
	"moved_on" boolean NOT NULL,
	"taken_back_seq" bigint,
	"changed_seq" bigint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "hours_forecast" (
	"printer_id" uuid PRIMARY KEY NOT NULL,
	"curve_seq" bigint NOT NULL,
	"calendar" text NOT NULL,
	"result" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "job" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"name" text NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"started_seq" bigint NOT NULL,
	"planned_hours" double precision NOT NULL,
	"planned_metres" double precision,
	"material" text,
	"abrasive" boolean NOT NULL,
	"spool_id" uuid,
	"finished_at" timestamp with time zone,
	"finished_seq" bigint,
	"outcome" text
);
--> statement-breakpoint
CREATE TABLE "life_judgement" (
	"part_type_id" uuid PRIMARY KEY NOT NULL,
	"as_of_seq" bigint NOT NULL,
	"judged_at" timestamp with time zone NOT NULL,
	"result" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "log_entry" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"key" uuid NOT NULL,
	"kind" text NOT NULL,
	"printer_id" uuid,
	"at" timestamp with time zone NOT NULL,
	"recorded_at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"payload" jsonb NOT NULL,
	"amends_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "part_type" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"name" text NOT NULL,
	"slot_kind" text NOT NULL,
	"price_minor" integer NOT NULL,
	"minutes" double precision NOT NULL,
	"failure_extra_minor" integer NOT NULL,
	"ages_by" text NOT NULL,
	"trade_interval" double precision NOT NULL,
	"max_nozzle_c" double precision,
	"tolerates_abrasive" boolean
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"name" text NOT NULL,
	"display_name" text NOT NULL,
	"role" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "printer" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"model_id" uuid NOT NULL,
	"name" text NOT NULL,
	"room" text NOT NULL,
	"rack" text NOT NULL,
	"place" integer NOT NULL,
	"hold_reason" text,
	"taking_in" boolean NOT NULL,
	"retired_reason" text,
	"taken_in_hours" double precision NOT NULL,
	"hours" double precision NOT NULL,
	"prints" double precision NOT NULL,
	"metres" double precision NOT NULL,
	"abrasive_metres" double precision NOT NULL,
	"counted_at" timestamp with time zone NOT NULL,
	"meter_hours" double precision NOT NULL,
	"meter_at" timestamp with time zone NOT NULL,
	"curve_seq" bigint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "printer_model" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"make" text NOT NULL,
	"name" text NOT NULL,
	"build" text NOT NULL,
	"slots" jsonb NOT NULL,
	"limits" jsonb,
	"kits" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "reading" (
	"id" text PRIMARY KEY NOT NULL,
	"seq" bigint NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"step" text,
	"name" text NOT NULL,
	"value" double precision,
	"unit" text,
	"choice" text,
	"is_baseline" boolean NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"run_hours" double precision NOT NULL
);
--> statement-breakpoint
CREATE TABLE "session" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "site" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"time_zone" text NOT NULL,
	"currency" text NOT NULL,
	"labour_cost_minor_per_hour" integer NOT NULL,
	"closed_weekdays" jsonb NOT NULL,
	"closed_days" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "slot" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"position" integer NOT NULL,
	"replace_every" double precision
);
--> statement-breakpoint
CREATE TABLE "spool" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"name" text NOT NULL,
	"material" text NOT NULL,
	"abrasive" boolean NOT NULL,
	"diameter_mm" double precision NOT NULL,
	"density_g_per_cm3" double precision NOT NULL,
	"net_grams" double precision NOT NULL,
	"tare_grams" double precision NOT NULL,
	"left_metres" double precision NOT NULL,
	"weighed_at" timestamp with time zone,
	"finished_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "usage" (
	"seq" bigint NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"from_at" timestamp with time zone NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"meter_hours" double precision,
	"meter_began_at" double precision,
	"old_meter_ended_at" double precision,
	"hours" double precision NOT NULL,
	"prints" double precision NOT NULL,
	"metres" double precision NOT NULL,
	"abrasive" boolean NOT NULL,
	"explanation" text,
	"taken_back_seq" bigint,
	CONSTRAINT "usage_entry" PRIMARY KEY("seq")
);
--> statement-breakpoint
ALTER TABLE "counter_point" ADD CONSTRAINT "counter_point_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "credential" ADD CONSTRAINT "credential_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "device_token" ADD CONSTRAINT "device_token_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fitting" ADD CONSTRAINT "fitting_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fitting" ADD CONSTRAINT "fitting_slot_id_slot_id_fk" FOREIGN KEY ("slot_id") REFERENCES "public"."slot"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fitting" ADD CONSTRAINT "fitting_part_type_id_part_type_id_fk" FOREIGN KEY ("part_type_id") REFERENCES "public"."part_type"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hours_forecast" ADD CONSTRAINT "hours_forecast_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "life_judgement" ADD CONSTRAINT "life_judgement_part_type_id_part_type_id_fk" FOREIGN KEY ("part_type_id") REFERENCES "public"."part_type"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_type" ADD CONSTRAINT "part_type_site_id_site_id_fk" FOREIGN KEY ("site_id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_site_id_site_id_fk" FOREIGN KEY ("site_id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "printer" ADD CONSTRAINT "printer_site_id_site_id_fk" FOREIGN KEY ("site_id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "printer" ADD CONSTRAINT "printer_model_id_printer_model_id_fk" FOREIGN KEY ("model_id") REFERENCES "public"."printer_model"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "printer_model" ADD CONSTRAINT "printer_model_site_id_site_id_fk" FOREIGN KEY ("site_id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "slot" ADD CONSTRAINT "slot_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "spool" ADD CONSTRAINT "spool_site_id_site_id_fk" FOREIGN KEY ("site_id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "usage" ADD CONSTRAINT "usage_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "counter_point_printer_at" ON "counter_point" USING btree ("printer_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "device_token_hash" ON "device_token" USING btree ("token_hash");--> statement-breakpoint
CREATE UNIQUE INDEX "fitting_one_in_slot" ON "fitting" USING btree ("slot_id") WHERE removed_at is null and taken_back_seq is null;--> statement-breakpoint
CREATE INDEX "fitting_slot" ON "fitting" USING btree ("slot_id");--> statement-breakpoint
CREATE INDEX "fitting_printer" ON "fitting" USING btree ("printer_id","fitted_at");--> statement-breakpoint
CREATE INDEX "fitting_printer_removed" ON "fitting" USING btree ("printer_id","removed_at");--> statement-breakpoint
CREATE INDEX "fitting_in_place" ON "fitting" USING btree ("printer_id") WHERE removed_at is null and taken_back_seq is null;--> statement-breakpoint
CREATE INDEX "fitting_part_type" ON "fitting" USING btree ("part_type_id","removed_at");--> statement-breakpoint
CREATE INDEX "fitting_changed" ON "fitting" USING btree ("changed_seq");--> statement-breakpoint
CREATE INDEX "fitting_fitted_seq" ON "fitting" USING btree ("fitted_seq");--> statement-breakpoint
CREATE INDEX "fitting_removed_seq" ON "fitting" USING btree ("removed_seq");--> statement-breakpoint
CREATE INDEX "fitting_part" ON "fitting" USING btree ("part_id");--> statement-breakpoint
CREATE INDEX "job_running" ON "job" USING btree ("printer_id") WHERE finished_seq is null;--> statement-breakpoint
CREATE INDEX "job_finished_seq" ON "job" USING btree ("finished_seq");--> statement-breakpoint
CREATE UNIQUE INDEX "log_entry_key" ON "log_entry" USING btree ("key");--> statement-breakpoint
CREATE INDEX "log_entry_printer" ON "log_entry" USING btree ("printer_id","seq");--> statement-breakpoint
CREATE INDEX "log_entry_kind" ON "log_entry" USING btree ("kind","seq");--> statement-breakpoint
CREATE INDEX "log_entry_printer_kind" ON "log_entry" USING btree ("printer_id","kind","seq");--> statement-breakpoint
CREATE INDEX "log_entry_amends" ON "log_entry" USING btree ("amends_seq") WHERE amends_seq is not null;--> statement-breakpoint
CREATE UNIQUE INDEX "part_type_name" ON "part_type" USING btree ("site_id",lower("name"));--> statement-breakpoint
CREATE UNIQUE INDEX "person_name" ON "person" USING btree (lower("name"));--> statement-breakpoint
CREATE INDEX "person_site" ON "person" USING btree ("site_id");--> statement-breakpoint
CREATE UNIQUE INDEX "printer_name" ON "printer" USING btree ("site_id",lower("name"));--> statement-breakpoint
CREATE INDEX "printer_model_id" ON "printer" USING btree ("model_id");--> statement-breakpoint
CREATE UNIQUE INDEX "printer_model_name" ON "printer_model" USING btree ("site_id",lower("make"),lower("name"));--> statement-breakpoint
CREATE INDEX "reading_printer" ON "reading" USING btree ("printer_id","name","at");--> statement-breakpoint
CREATE INDEX "session_person" ON "session" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "session_expires" ON "session" USING btree ("expires_at");--> statement-breakpoint
CREATE UNIQUE INDEX "slot_name" ON "slot" USING btree ("printer_id","name");--> statement-breakpoint
CREATE UNIQUE INDEX "spool_name" ON "spool" USING btree ("site_id",lower("name"));--> statement-breakpoint
CREATE INDEX "usage_printer_at" ON "usage" USING btree ("printer_id","at","seq") WHERE taken_back_seq is null;--> statement-breakpoint
CREATE INDEX "usage_printer_meter" ON "usage" USING btree ("printer_id","at","seq") WHERE taken_back_seq is null and meter_hours is not null;