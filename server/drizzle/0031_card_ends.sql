ALTER TABLE "kept_card" ADD COLUMN "expires" text;--> statement-breakpoint
ALTER TABLE "kept_card" ADD COLUMN "end_told" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX "kept_card_ends" ON "kept_card" USING btree ("expires") WHERE not "kept_card"."end_told";