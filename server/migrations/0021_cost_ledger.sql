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
CREATE INDEX "cost_at" ON "cost" USING btree ("at");--> statement-breakpoint
CREATE INDEX "cost_fault" ON "cost" USING btree ("fault_id");--> statement-breakpoint
-- A job has the spool that was named when it ended, as its entry tells.
UPDATE "job" SET "spool_id" = ("told"."payload"->>'spoolId')::uuid FROM (
	SELECT DISTINCT ON ("payload"->>'jobId') "payload" FROM "log_entry"
	WHERE "kind" = 'finish-job' AND "payload" ? 'jobId' AND "payload" ? 'spoolId'
	ORDER BY "payload"->>'jobId', "seq" DESC
) AS "told" WHERE "job"."id" = ("told"."payload"->>'jobId')::uuid;
