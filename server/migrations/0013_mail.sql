CREATE TABLE "mail_choice" (
	"person_id" uuid PRIMARY KEY NOT NULL,
	"address" text,
	"wants_morning_mail" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "mail_sent" (
	"person_id" uuid NOT NULL,
	"day" text NOT NULL,
	"state" text NOT NULL,
	"attempts" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"problem" text,
	CONSTRAINT "mail_sent_person_id_day_pk" PRIMARY KEY("person_id","day")
);
--> statement-breakpoint
CREATE TABLE "mail_server" (
	"id" uuid PRIMARY KEY NOT NULL,
	"host" text NOT NULL,
	"port" integer NOT NULL,
	"security" text NOT NULL,
	"user_name" text,
	"password" text,
	"from_address" text NOT NULL,
	"send_at" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "mail_choice" ADD CONSTRAINT "mail_choice_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mail_sent" ADD CONSTRAINT "mail_sent_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mail_server" ADD CONSTRAINT "mail_server_id_site_id_fk" FOREIGN KEY ("id") REFERENCES "public"."site"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "mail_sent_day" ON "mail_sent" USING btree ("day");