CREATE TABLE "booking" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"from_day" text NOT NULL,
	"until_day" text NOT NULL,
	"words" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"cancelled_seq" bigint
);
--> statement-breakpoint
CREATE TABLE "kept_plan" (
	"day" text PRIMARY KEY NOT NULL,
	"mark" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"answer" jsonb NOT NULL,
	"tasks" jsonb NOT NULL,
	"solved" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "plan_rules" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"days" integer NOT NULL,
	"share_of_shift" double precision NOT NULL,
	"set_up_minutes" double precision NOT NULL,
	"change_cost_minor" integer NOT NULL,
	"on_hold" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "task_choice" (
	"id" text PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"choice" text NOT NULL,
	"day" text,
	"for_person_id" uuid,
	"reason" text,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "booking" ADD CONSTRAINT "booking_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan_rules" ADD CONSTRAINT "plan_rules_id_site_id_fk" FOREIGN KEY ("id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "booking_printer" ON "booking" USING btree ("printer_id","until_day") WHERE cancelled_seq is null;--> statement-breakpoint
CREATE UNIQUE INDEX "kept_plan_day" ON "kept_plan" USING btree ("day");