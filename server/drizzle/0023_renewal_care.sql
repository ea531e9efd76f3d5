ALTER TABLE "customer_order" ADD COLUMN "other_ways" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "held_name" ADD COLUMN "care" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "held_name" ADD COLUMN "care_on" date;--> statement-breakpoint
CREATE INDEX "held_name_care" ON "held_name" USING btree ("care_on","account_id") WHERE "held_name"."left_at" is null;--> statement-breakpoint
UPDATE "held_name" SET "care_on" = "expires_on" - 60 WHERE "left_at" IS NULL;
