CREATE TABLE "wrong_auth_code" (
	"account_id" uuid NOT NULL,
	"name" text NOT NULL,
	"day" date NOT NULL,
	"times" integer NOT NULL,
	CONSTRAINT "wrong_auth_code_account_id_name_day_pk" PRIMARY KEY("account_id","name","day")
);
--> statement-breakpoint
ALTER TABLE "wrong_auth_code" ADD CONSTRAINT "wrong_auth_code_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "wrong_auth_code_of_name" ON "wrong_auth_code" USING btree ("name","day");