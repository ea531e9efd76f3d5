DROP INDEX "operation_begun";--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "left_by" uuid;--> statement-breakpoint
ALTER TABLE "zone" ADD COLUMN "goes_on" date;--> statement-breakpoint
CREATE UNIQUE INDEX "operation_leaving" ON "operation" USING btree ("name") WHERE "operation"."kind" = 'transferOut' and "operation"."state" ->> 'at' not in ('done', 'refused', 'givenUp');--> statement-breakpoint
CREATE INDEX "zone_left" ON "zone" USING btree ("goes_on") WHERE "zone"."goes_on" is not null;--> statement-breakpoint
CREATE UNIQUE INDEX "operation_begun" ON "operation" USING btree ("account_id","name") WHERE "operation"."kind" not in ('register', 'transferOut')
          and "operation"."state" ->> 'at' not in ('ready', 'done', 'refused', 'givenUp');