CREATE TABLE "move_in" (
	"account_id" uuid NOT NULL,
	"name" text NOT NULL,
	"code" text,
	"look" jsonb,
	"looked_at" timestamp with time zone,
	"next_look_at" timestamp with time zone,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "move_in_account_id_name_pk" PRIMARY KEY("account_id","name")
);
--> statement-breakpoint
ALTER TABLE "move_in" ADD CONSTRAINT "move_in_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "move_in_due" ON "move_in" USING btree ("next_look_at") WHERE "move_in"."next_look_at" is not null;