ALTER TABLE "zone" ADD COLUMN "signing" jsonb;--> statement-breakpoint
CREATE INDEX "zone_signing" ON "zone" USING btree ("name") WHERE "zone"."signing" ->> 'at' <> 'on';