ALTER TABLE "held_name" ADD COLUMN "currency" text DEFAULT 'USD' NOT NULL;--> statement-breakpoint
UPDATE "held_name" h SET "currency" = o."terms" ->> 'currency' FROM "customer_order" o WHERE o."id" = h."order_id" AND o."terms" ->> 'currency' <> 'USD';
