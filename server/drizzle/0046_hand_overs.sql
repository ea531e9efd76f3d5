CREATE TABLE "hand_over" (
	"id" uuid PRIMARY KEY NOT NULL,
	"account_id" uuid NOT NULL,
	"email" text NOT NULL,
	"offered_by" jsonb NOT NULL,
	"offered_on" date NOT NULL,
	"state" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "hand_over_name" (
	"hand_over_id" uuid NOT NULL,
	"held_id" uuid NOT NULL,
	"is_open" boolean DEFAULT true NOT NULL,
	CONSTRAINT "hand_over_name_hand_over_id_held_id_pk" PRIMARY KEY("hand_over_id","held_id")
);
--> statement-breakpoint
ALTER TABLE "held_name" ALTER COLUMN "order_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "hand_over" ADD CONSTRAINT "hand_over_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hand_over_name" ADD CONSTRAINT "hand_over_name_hand_over_id_hand_over_id_fk" FOREIGN KEY ("hand_over_id") REFERENCES "public"."hand_over"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hand_over_name" ADD CONSTRAINT "hand_over_name_held_id_held_name_id_fk" FOREIGN KEY ("held_id") REFERENCES "public"."held_name"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "hand_over_account" ON "hand_over" USING btree ("account_id");--> statement-breakpoint
CREATE INDEX "hand_over_email" ON "hand_over" USING btree ("email");--> statement-breakpoint
CREATE INDEX "hand_over_offered" ON "hand_over" USING btree ("offered_on") WHERE "hand_over"."state" ->> 'at' = 'offered';--> statement-breakpoint
CREATE UNIQUE INDEX "hand_over_open" ON "hand_over_name" USING btree ("held_id") WHERE "hand_over_name"."is_open";