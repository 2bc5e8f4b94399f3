CREATE UNLOGGED TABLE "due_item" (
	"printer_id" uuid NOT NULL,
	"what" text NOT NULL,
	"item_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"urgency" text,
	"due_date" text,
	"left_share" double precision NOT NULL,
	"item" jsonb NOT NULL,
	CONSTRAINT "due_item_printer_id_what_item_id_pk" PRIMARY KEY("printer_id","what","item_id")
);
--> statement-breakpoint
CREATE UNLOGGED TABLE "kept_figure" (
	"figure" text NOT NULL,
	"about" uuid NOT NULL,
	"result" jsonb,
	"reckoned_at" timestamp with time zone NOT NULL,
	"holds_until" timestamp with time zone,
	CONSTRAINT "kept_figure_figure_about_pk" PRIMARY KEY("figure","about")
);
--> statement-breakpoint
CREATE UNLOGGED TABLE "kept_stale" (
	"figure" text NOT NULL,
	"about" uuid NOT NULL
);
--> statement-breakpoint
DROP TABLE "hours_forecast" CASCADE;--> statement-breakpoint
DROP TABLE "life_judgement" CASCADE;--> statement-breakpoint
DROP TABLE "printer_drift" CASCADE;--> statement-breakpoint
CREATE INDEX "due_item_order" ON "due_item" USING btree ("what","urgency","due_date","left_share");--> statement-breakpoint
CREATE INDEX "kept_stale_figure" ON "kept_stale" USING btree ("figure","about");