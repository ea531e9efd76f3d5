DROP INDEX "held_name_account";--> statement-breakpoint
DROP INDEX "operation_lane";--> statement-breakpoint
DROP INDEX "operation_name";--> statement-breakpoint
CREATE INDEX "held_name_list_ends" ON "held_name" USING btree ("account_id","expires_on","name","auto_renew","privacy","stage","id") WHERE "held_name"."left_at" is null;--> statement-breakpoint
CREATE INDEX "held_name_list_since" ON "held_name" USING btree ("account_id","registered_on","name","auto_renew","privacy","stage","id") WHERE "held_name"."left_at" is null;--> statement-breakpoint
CREATE INDEX "held_name_list_name" ON "held_name" USING btree ("account_id","name","expires_on","auto_renew","privacy","stage","id") WHERE "held_name"."left_at" is null;--> statement-breakpoint
CREATE INDEX "operation_turn" ON "operation" USING btree ("registry","next_at","sequence") WHERE "operation"."next_at" is not null;--> statement-breakpoint
CREATE INDEX "operation_of_name" ON "operation" USING btree ("account_id","name","sequence");