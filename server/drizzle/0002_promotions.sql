CREATE TABLE "basket_codes" (
	"basket_id" uuid PRIMARY KEY NOT NULL,
	"codes" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "code_use" (
	"order_id" uuid PRIMARY KEY NOT NULL,
	"account_id" uuid NOT NULL,
	"code" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "account" ADD COLUMN "auto_renew" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "basket_line" ADD COLUMN "seen" jsonb;--> statement-breakpoint
ALTER TABLE "code_use" ADD CONSTRAINT "code_use_order_id_customer_order_id_fk" FOREIGN KEY ("order_id") REFERENCES "public"."customer_order"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "code_use" ADD CONSTRAINT "code_use_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "code_use_code" ON "code_use" USING btree ("code","account_id");--> statement-breakpoint
CREATE INDEX "code_use_account" ON "code_use" USING btree ("account_id");