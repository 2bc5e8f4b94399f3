ALTER TABLE "check_sheet" ADD COLUMN "exception" text;--> statement-breakpoint
ALTER TABLE "fault" ADD COLUMN "lifted_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "fault" ADD COLUMN "lifted_seq" bigint;--> statement-breakpoint
ALTER TABLE "fault" ADD COLUMN "lifted_by" uuid;--> statement-breakpoint
ALTER TABLE "fault" ADD COLUMN "lifted_reason" text;