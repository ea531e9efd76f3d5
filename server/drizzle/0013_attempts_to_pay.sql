ALTER TABLE "customer_order" DROP CONSTRAINT "customer_order_quote_id_unique";--> statement-breakpoint
ALTER TABLE "customer_order" ADD COLUMN "unpaid" boolean DEFAULT false NOT NULL;--> statement-breakpoint
UPDATE "customer_order" SET "unpaid" = true WHERE EXISTS (
	SELECT 1 FROM "order_event" e WHERE e."order_id" = "customer_order"."id" AND e."event" ->> 'type' = 'declined'
);--> statement-breakpoint
CREATE UNIQUE INDEX "order_of_quote" ON "customer_order" USING btree ("quote_id") WHERE not "customer_order"."unpaid";