CREATE TABLE "name_offer" (
	"id" uuid PRIMARY KEY NOT NULL,
	"account_id" uuid NOT NULL,
	"name" text NOT NULL,
	"amount" bigint NOT NULL,
	"fee_paid_by" text NOT NULL,
	"message" text NOT NULL,
	"state" jsonb NOT NULL,
	"untold" boolean DEFAULT true NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"changed_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "watch" (
	"account_id" uuid NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"expires_on" date,
	"free_from" date,
	"next_look_at" timestamp with time zone NOT NULL,
	"free_at" timestamp with time zone,
	CONSTRAINT "watch_account_id_name_pk" PRIMARY KEY("account_id","name")
);
--> statement-breakpoint
ALTER TABLE "name_offer" ADD CONSTRAINT "name_offer_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "watch" ADD CONSTRAINT "watch_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "name_offer_account" ON "name_offer" USING btree ("account_id","created_at");--> statement-breakpoint
CREATE INDEX "watch_next_look" ON "watch" USING btree ("next_look_at");