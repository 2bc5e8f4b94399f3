CREATE TABLE "sign_in_brake" (
	"name_hash" text PRIMARY KEY NOT NULL,
	"tries" integer NOT NULL,
	"blocked_until" timestamp with time zone,
	"last_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "credential" DROP COLUMN "wrong_pins";--> statement-breakpoint
ALTER TABLE "credential" DROP COLUMN "blocked_until";