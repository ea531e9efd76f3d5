DROP INDEX "held_name_list_ends";--> statement-breakpoint
DROP INDEX "held_name_list_since";--> statement-breakpoint
DROP INDEX "held_name_list_name";--> statement-breakpoint
ALTER TABLE "held_name" ADD COLUMN "delegation" jsonb;--> statement-breakpoint
ALTER TABLE "held_name" ADD COLUMN "points_to" text GENERATED ALWAYS AS (case coalesce(jsonb_array_length(nullif(delegation -> 'nameservers', 'null')), -1)
          when -1 then 'tienda' when 0 then 'nothing' else 'elsewhere' end) STORED NOT NULL;--> statement-breakpoint
CREATE INDEX "held_name_list_ends" ON "held_name" USING btree ("account_id","expires_on","name","auto_renew","privacy","stage","locked","suspended","unpaid","group_id","contact_id","points_to","id") WHERE "held_name"."left_at" is null;--> statement-breakpoint
CREATE INDEX "held_name_list_since" ON "held_name" USING btree ("account_id","registered_on","name","auto_renew","privacy","stage","locked","suspended","unpaid","group_id","contact_id","points_to","id") WHERE "held_name"."left_at" is null;--> statement-breakpoint
CREATE INDEX "held_name_list_name" ON "held_name" USING btree ("account_id","name","expires_on","auto_renew","privacy","stage","locked","suspended","unpaid","group_id","contact_id","points_to","id") WHERE "held_name"."left_at" is null;