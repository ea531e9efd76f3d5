CREATE TABLE "helper" (
	"id" uuid PRIMARY KEY NOT NULL,
	"account_id" uuid NOT NULL,
	"email" text NOT NULL,
	"helper_id" uuid,
	"leave" jsonb NOT NULL,
	"basket_id" uuid DEFAULT gen_random_uuid() NOT NULL,
	"invited_on" date NOT NULL,
	"state" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "helper" ADD CONSTRAINT "helper_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "helper" ADD CONSTRAINT "helper_helper_id_account_id_fk" FOREIGN KEY ("helper_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "helper_account" ON "helper" USING btree ("account_id");--> statement-breakpoint
CREATE INDEX "helper_email" ON "helper" USING btree ("email");--> statement-breakpoint
CREATE INDEX "helper_helper" ON "helper" USING btree ("helper_id");--> statement-breakpoint
CREATE INDEX "helper_invited" ON "helper" USING btree ("invited_on") WHERE "helper"."state" ->> 'at' = 'invited';--> statement-breakpoint
CREATE UNIQUE INDEX "helper_open" ON "helper" USING btree ("account_id","email") WHERE "helper"."state" ->> 'at' in ('invited', 'active');--> statement-breakpoint
CREATE INDEX "order_helper" ON "customer_order" USING btree (("placed_by" ->> 'id'),"placed_at") WHERE "customer_order"."placed_by" ->> 'type' = 'helper';