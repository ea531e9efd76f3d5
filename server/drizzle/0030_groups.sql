CREATE TABLE "name_group" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"account_id" uuid NOT NULL,
	"title" text NOT NULL,
	"note" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
DROP INDEX "held_name_list_ends";--> statement-breakpoint
DROP INDEX "held_name_list_since";--> statement-breakpoint
DROP INDEX "held_name_list_name";--> statement-breakpoint
ALTER TABLE "held_name" ADD COLUMN "group_id" uuid;--> statement-breakpoint
ALTER TABLE "name_group" ADD CONSTRAINT "name_group_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "name_group_title" ON "name_group" USING btree ("account_id",lower("title"));--> statement-breakpoint
ALTER TABLE "held_name" ADD CONSTRAINT "held_name_group_id_name_group_id_fk" FOREIGN KEY ("group_id") REFERENCES "public"."name_group"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "held_name_group" ON "held_name" USING btree ("group_id") WHERE "held_name"."group_id" is not null;--> statement-breakpoint
CREATE INDEX "held_name_list_ends" ON "held_name" USING btree ("account_id","expires_on","name","auto_renew","privacy","stage","locked","suspended","unpaid","group_id","contact_id","id") WHERE "held_name"."left_at" is null;--> statement-breakpoint
CREATE INDEX "held_name_list_since" ON "held_name" USING btree ("account_id","registered_on","name","auto_renew","privacy","stage","locked","suspended","unpaid","group_id","contact_id","id") WHERE "held_name"."left_at" is null;--> statement-breakpoint
CREATE INDEX "held_name_list_name" ON "held_name" USING btree ("account_id","name","expires_on","auto_renew","privacy","stage","locked","suspended","unpaid","group_id","contact_id","id") WHERE "held_name"."left_at" is null;