CREATE TABLE "stock_order" (
	"id" text PRIMARY KEY NOT NULL,
	"seq" bigint NOT NULL,
	"site_id" uuid NOT NULL,
	"item_id" uuid NOT NULL,
	"pieces" integer NOT NULL,
	"supplier" text,
	"expected_on" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"taken_back_seq" bigint
);
--> statement-breakpoint
ALTER TABLE "attachment" ALTER COLUMN "width" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "attachment" ALTER COLUMN "height" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "attachment" ADD COLUMN "name" text;--> statement-breakpoint
ALTER TABLE "stock_move" ADD COLUMN "printed_on" uuid;--> statement-breakpoint
ALTER TABLE "stock_move" ADD COLUMN "job_id" uuid;--> statement-breakpoint
ALTER TABLE "stock_order" ADD CONSTRAINT "stock_order_item_id_stock_item_id_fk" FOREIGN KEY ("item_id") REFERENCES "public"."stock_item"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "stock_order_item" ON "stock_order" USING btree ("item_id","at");--> statement-breakpoint
CREATE INDEX "stock_order_seq" ON "stock_order" USING btree ("seq");--> statement-breakpoint
CREATE INDEX "job_printer" ON "job" USING btree ("printer_id","finished_at");