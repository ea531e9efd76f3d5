CREATE TABLE "kept_card" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"account_id" uuid NOT NULL,
	"token" text NOT NULL,
	"last4" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "kept_card_once" UNIQUE("account_id","token")
);
--> statement-breakpoint
ALTER TABLE "kept_card" ADD CONSTRAINT "kept_card_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "kept_card_account" ON "kept_card" USING btree ("account_id");