ALTER TABLE "invoice" DROP CONSTRAINT "invoice_once";--> statement-breakpoint
ALTER TABLE "invoice" ADD COLUMN "about" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "invoice" ADD CONSTRAINT "invoice_once" UNIQUE("order_id","kind","about");--> statement-breakpoint
-- What was taken can go back by the payment that it was taken with: known of orders before, too.
UPDATE "customer_order" o SET "payment" = o."payment" || jsonb_build_object('intent', e.intent)
FROM (
  SELECT DISTINCT ON ("order_id") "order_id", "event" ->> 'intent' AS intent
  FROM "order_event" WHERE "event" ->> 'type' IN ('authorised', 'paid') AND "event" ? 'intent'
  ORDER BY "order_id", "id" DESC
) e
WHERE e."order_id" = o."id" AND o."payment" ->> 'at' = 'captured' AND NOT o."payment" ? 'intent';
