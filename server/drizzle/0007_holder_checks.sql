CREATE TABLE "holder_check" (
	"account_id" uuid NOT NULL,
	"email" text NOT NULL,
	"token_hash" text NOT NULL,
	"asked_on" date NOT NULL,
	"reminded" smallint DEFAULT 0 NOT NULL,
	"confirmed_at" timestamp with time zone,
	CONSTRAINT "holder_check_account_id_email_pk" PRIMARY KEY("account_id","email"),
	CONSTRAINT "holder_check_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
ALTER TABLE "held_name" ADD COLUMN "suspended" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "holder_check" ADD CONSTRAINT "holder_check_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "holder_check_open" ON "holder_check" USING btree ("asked_on") WHERE confirmed_at is null;--> statement-breakpoint
CREATE INDEX "held_name_suspended" ON "held_name" USING btree ("suspended") WHERE suspended;