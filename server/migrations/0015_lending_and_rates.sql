CREATE TABLE "cost_rates" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"roles" jsonb NOT NULL,
	"power_minor_per_kwh" integer,
	"watts" double precision,
	"filament_minor_per_kg" integer
);
--> statement-breakpoint
CREATE TABLE "loan" (
	"seq" bigint PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"printer_id" uuid NOT NULL,
	"lent_to" text NOT NULL,
	"until_day" text NOT NULL,
	"condition" text NOT NULL,
	"photos" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"back_at" timestamp with time zone,
	"back_seq" bigint,
	"back_condition" text,
	"back_photos" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "repair_box" (
	"id" uuid PRIMARY KEY NOT NULL,
	"site_id" uuid NOT NULL,
	"name" text NOT NULL,
	"holds" jsonb NOT NULL,
	"home" text NOT NULL,
	"check_every_days" integer NOT NULL,
	"retired" boolean NOT NULL,
	"place" text NOT NULL,
	"with_person_id" uuid,
	"moved_at" timestamp with time zone NOT NULL,
	"packed_at" timestamp with time zone NOT NULL,
	"checked_at" timestamp with time zone,
	"missing" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "cost_rates" ADD CONSTRAINT "cost_rates_id_site_id_fk" FOREIGN KEY ("id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "loan" ADD CONSTRAINT "loan_printer_id_printer_id_fk" FOREIGN KEY ("printer_id") REFERENCES "public"."printer"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair_box" ADD CONSTRAINT "repair_box_site_id_site_id_fk" FOREIGN KEY ("site_id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "loan_one_open" ON "loan" USING btree ("printer_id") WHERE back_seq is null;--> statement-breakpoint
CREATE INDEX "loan_printer" ON "loan" USING btree ("printer_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "box_name" ON "repair_box" USING btree ("site_id",lower("name"));