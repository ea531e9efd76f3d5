DROP INDEX "held_name_list_ends";--> statement-breakpoint
DROP INDEX "held_name_list_since";--> statement-breakpoint
DROP INDEX "held_name_list_name";--> statement-breakpoint
ALTER TABLE "held_name" ADD COLUMN "unpaid" boolean GENERATED ALWAYS AS (care ? 'failed') STORED NOT NULL;--> statement-breakpoint
CREATE INDEX "held_name_list_ends" ON "held_name" USING btree ("account_id","expires_on","name","auto_renew","privacy","stage","locked","suspended","unpaid","id") WHERE "held_name"."left_at" is null;--> statement-breakpoint
CREATE INDEX "held_name_list_since" ON "held_name" USING btree ("account_id","registered_on","name","auto_renew","privacy","stage","locked","suspended","unpaid","id") WHERE "held_name"."left_at" is null;--> statement-breakpoint
CREATE INDEX "held_name_list_name" ON "held_name" USING btree ("account_id","name","expires_on","auto_renew","privacy","stage","locked","suspended","unpaid","id") WHERE "held_name"."left_at" is null;