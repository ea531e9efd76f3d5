DROP INDEX "operation_moving";--> statement-breakpoint
ALTER TABLE "move_in" ADD COLUMN "offer_id" uuid;--> statement-breakpoint
ALTER TABLE "name_offer" ADD COLUMN "lapses_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "move_in" ADD CONSTRAINT "move_in_offer_id_name_offer_id_fk" FOREIGN KEY ("offer_id") REFERENCES "public"."name_offer"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "move_in_offer" ON "move_in" USING btree ("offer_id") WHERE "move_in"."offer_id" is not null;--> statement-breakpoint
CREATE INDEX "name_offer_lapses" ON "name_offer" USING btree ("lapses_at") WHERE "name_offer"."lapses_at" is not null;--> statement-breakpoint
CREATE UNIQUE INDEX "operation_moving" ON "operation" USING btree ("name") WHERE "operation"."kind" = 'transferIn' and "operation"."state" ->> 'at' in ('withHolder', 'sent', 'pending');--> statement-breakpoint
UPDATE "name_offer" SET "lapses_at" = now() + interval '14 days' WHERE "state" ->> 'at' in ('sent', 'countered', 'agreed');--> statement-breakpoint
INSERT INTO "move_in" ("account_id", "name", "offer_id", "created_at", "next_look_at")
SELECT "account_id", "name", "id", now(), now() FROM "name_offer" WHERE "state" ->> 'at' = 'agreed'
ON CONFLICT ("account_id", "name") DO UPDATE SET "offer_id" = excluded."offer_id", "next_look_at" = excluded."next_look_at";
