ALTER TABLE "customer_order" ADD COLUMN "differing" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "customer_order" ADD COLUMN "declarations" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "held_name" ADD COLUMN "contacts" jsonb;