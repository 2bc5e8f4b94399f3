ALTER TABLE "printer" ADD COLUMN "spools" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE "printer" SET "spools" = (SELECT count(*) FROM "usage" u WHERE u."printer_id" = "printer"."id" AND u."kind" = 'spool' AND u."taken_back_seq" IS NULL);
