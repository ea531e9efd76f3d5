CREATE TABLE "told_rise" (
	"extension" text NOT NULL,
	"rises_on" date NOT NULL,
	CONSTRAINT "told_rise_extension_rises_on_pk" PRIMARY KEY("extension","rises_on")
);
--> statement-breakpoint
CREATE INDEX "held_name_premium" ON "held_name" USING btree ("account_id") WHERE "held_name"."premium_renew" is not null and "held_name"."left_at" is null;