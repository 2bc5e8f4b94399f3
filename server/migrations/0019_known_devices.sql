CREATE TABLE "known_device" (
	"token_hash" text NOT NULL,
	"person_id" uuid NOT NULL,
	"last_at" timestamp with time zone NOT NULL,
	CONSTRAINT "known_device_token_hash_person_id_pk" PRIMARY KEY("token_hash","person_id")
);
--> statement-breakpoint
CREATE TABLE "report_brake" (
	"id" text PRIMARY KEY NOT NULL,
	"since" timestamp with time zone NOT NULL,
	"count" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "known_device" ADD CONSTRAINT "known_device_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "known_device_person" ON "known_device" USING btree ("person_id");