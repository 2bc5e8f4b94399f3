CREATE UNLOGGED TABLE "cost" (
	"printer_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"part_type_id" uuid,
	"at" timestamp with time zone NOT NULL,
	"seq" bigint NOT NULL,
	"kind" text NOT NULL,
	"words" text NOT NULL,
	"fault_id" uuid,
	"minor" double precision NOT NULL,
	CONSTRAINT "cost_printer_id_position_pk" PRIMARY KEY("printer_id","position")
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "spool_used_id" uuid;--> statement-breakpoint
CREATE INDEX "cost_at" ON "cost" USING btree ("at");--> statement-breakpoint
CREATE INDEX "cost_fault" ON "cost" USING btree ("fault_id");--> statement-breakpoint
-- A job that is finished has used the spool that its end named, else the one that it was started with.
UPDATE "job" SET "spool_used_id" = coalesce(("told"."payload"->>'spoolId')::uuid, "job"."spool_id")
FROM "log_entry" AS "told" WHERE "told"."seq" = "job"."finished_seq";
