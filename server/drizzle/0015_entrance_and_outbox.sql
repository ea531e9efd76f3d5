CREATE TABLE "known_device" (
	"token_hash" text NOT NULL,
	"account_id" uuid NOT NULL,
	"seen_at" timestamp with time zone NOT NULL,
	CONSTRAINT "known_device_token_hash_account_id_pk" PRIMARY KEY("token_hash","account_id")
);
--> statement-breakpoint
DROP INDEX "outgoing_mail_unsent";--> statement-breakpoint
ALTER TABLE "mail_code" DROP CONSTRAINT "mail_code_purpose_email_pk";--> statement-breakpoint
ALTER TABLE "mail_code" ALTER COLUMN "account_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "sign_up" DROP CONSTRAINT "sign_up_pkey";--> statement-breakpoint
-- Codes are good for 15 minutes, and from now on in one session alone: those under way are asked for anew.
DELETE FROM "mail_code";--> statement-breakpoint
DELETE FROM "sign_up";--> statement-breakpoint
ALTER TABLE "mail_code" ADD COLUMN "session_id" uuid NOT NULL;--> statement-breakpoint
ALTER TABLE "sign_up" ADD COLUMN "session_id" uuid NOT NULL;--> statement-breakpoint
ALTER TABLE "mail_code" ADD CONSTRAINT "mail_code_purpose_email_session_id_pk" PRIMARY KEY("purpose","email","session_id");--> statement-breakpoint
ALTER TABLE "sign_up" ADD CONSTRAINT "sign_up_email_session_id_pk" PRIMARY KEY("email","session_id");--> statement-breakpoint
ALTER TABLE "outgoing_mail" ADD COLUMN "next_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "outgoing_mail" ADD COLUMN "given_up_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "name_offer" ADD COLUMN "revision" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "name_offer" ADD COLUMN "told_revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "name_offer" ADD COLUMN "looked_at" timestamp with time zone;--> statement-breakpoint
UPDATE "outgoing_mail" SET "given_up_at" = now() WHERE "sent_at" IS NULL AND "attempts" >= 500;--> statement-breakpoint
UPDATE "name_offer" SET "told_revision" = 1 WHERE NOT "untold";--> statement-breakpoint
-- Of several open offers for one name the first stays.
UPDATE "name_offer" SET "state" = '{"at":"withdrawn"}', "revision" = 2 WHERE "state" ->> 'at' IN ('sent', 'countered', 'agreed') AND EXISTS (
	SELECT 1 FROM "name_offer" o WHERE o."account_id" = "name_offer"."account_id" AND o."name" = "name_offer"."name"
		AND o."state" ->> 'at' IN ('sent', 'countered', 'agreed') AND (o."created_at", o."id") < ("name_offer"."created_at", "name_offer"."id")
);--> statement-breakpoint
ALTER TABLE "known_device" ADD CONSTRAINT "known_device_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "known_device_account" ON "known_device" USING btree ("account_id");--> statement-breakpoint
CREATE INDEX "mail_code_account" ON "mail_code" USING btree ("account_id");--> statement-breakpoint
CREATE INDEX "outgoing_mail_waiting" ON "outgoing_mail" USING btree ("next_at","id") WHERE "outgoing_mail"."sent_at" is null and "outgoing_mail"."given_up_at" is null;--> statement-breakpoint
CREATE INDEX "outgoing_mail_sent" ON "outgoing_mail" USING btree ("sent_at");--> statement-breakpoint
CREATE INDEX "name_offer_open" ON "name_offer" USING btree ("looked_at") WHERE "name_offer"."state" ->> 'at' in ('sent', 'countered', 'agreed');--> statement-breakpoint
CREATE UNIQUE INDEX "name_offer_once" ON "name_offer" USING btree ("account_id","name") WHERE "name_offer"."state" ->> 'at' in ('sent', 'countered', 'agreed');