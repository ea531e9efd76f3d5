CREATE TABLE "holder_change" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"account_id" uuid NOT NULL,
	"from_contact_id" uuid NOT NULL,
	"to_contact_id" uuid NOT NULL,
	"asked_by" jsonb NOT NULL,
	"asked_on" date NOT NULL,
	"state" jsonb NOT NULL,
	"waived" boolean DEFAULT false NOT NULL,
	"declarations" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"old_token" text NOT NULL,
	"new_token" text NOT NULL,
	CONSTRAINT "holder_change_old_token_unique" UNIQUE("old_token"),
	CONSTRAINT "holder_change_new_token_unique" UNIQUE("new_token")
);
--> statement-breakpoint
CREATE TABLE "holder_change_name" (
	"change_id" uuid NOT NULL,
	"held_id" uuid NOT NULL,
	"name" text NOT NULL,
	"contacts" jsonb NOT NULL,
	"failure" jsonb,
	"is_open" boolean DEFAULT true NOT NULL,
	CONSTRAINT "holder_change_name_change_id_held_id_pk" PRIMARY KEY("change_id","held_id")
);
--> statement-breakpoint
ALTER TABLE "held_name" ADD COLUMN "movable_from" date;--> statement-breakpoint
ALTER TABLE "name_group" ADD COLUMN "contacts" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "holder_change" ADD CONSTRAINT "holder_change_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "holder_change" ADD CONSTRAINT "holder_change_from_contact_id_contact_id_fk" FOREIGN KEY ("from_contact_id") REFERENCES "public"."contact"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "holder_change" ADD CONSTRAINT "holder_change_to_contact_id_contact_id_fk" FOREIGN KEY ("to_contact_id") REFERENCES "public"."contact"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "holder_change_name" ADD CONSTRAINT "holder_change_name_change_id_holder_change_id_fk" FOREIGN KEY ("change_id") REFERENCES "public"."holder_change"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "holder_change_name" ADD CONSTRAINT "holder_change_name_held_id_held_name_id_fk" FOREIGN KEY ("held_id") REFERENCES "public"."held_name"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "holder_change_account" ON "holder_change" USING btree ("account_id");--> statement-breakpoint
CREATE INDEX "holder_change_asked" ON "holder_change" USING btree ("asked_on") WHERE "holder_change"."state" ->> 'at' = 'asked';--> statement-breakpoint
CREATE UNIQUE INDEX "holder_change_open" ON "holder_change_name" USING btree ("held_id") WHERE "holder_change_name"."is_open";