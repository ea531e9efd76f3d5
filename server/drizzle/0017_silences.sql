ALTER TABLE "top_up" ADD COLUMN "silent_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "customer_order" ADD COLUMN "silent_since" jsonb DEFAULT '{}'::jsonb NOT NULL;