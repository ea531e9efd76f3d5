ALTER TABLE "customer_order" ADD COLUMN "placed_by" jsonb DEFAULT '{"type":"owner"}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "customer_order" ADD COLUMN "request" text;