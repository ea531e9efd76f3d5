CREATE TABLE "outgoing_mail" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "outgoing_mail_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"key" text NOT NULL,
	"mail" jsonb NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"sent_at" timestamp with time zone,
	CONSTRAINT "outgoing_mail_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "balance_entry" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "balance_entry_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"account_id" uuid NOT NULL,
	"currency" text NOT NULL,
	"amount" bigint NOT NULL,
	"kind" text NOT NULL,
	"reference" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "balance_entry_once" UNIQUE("kind","reference")
);
--> statement-breakpoint
CREATE TABLE "invoice" (
	"kind" text NOT NULL,
	"number" text NOT NULL,
	"account_id" uuid NOT NULL,
	"order_id" uuid NOT NULL,
	"invoice" jsonb NOT NULL,
	"issued_at" timestamp with time zone NOT NULL,
	CONSTRAINT "invoice_kind_number_pk" PRIMARY KEY("kind","number"),
	CONSTRAINT "invoice_once" UNIQUE("order_id","kind")
);
--> statement-breakpoint
CREATE TABLE "invoice_counter" (
	"kind" text NOT NULL,
	"year" smallint NOT NULL,
	"last" integer NOT NULL,
	CONSTRAINT "invoice_counter_kind_year_pk" PRIMARY KEY("kind","year")
);
--> statement-breakpoint
CREATE TABLE "top_up" (
	"id" uuid PRIMARY KEY NOT NULL,
	"account_id" uuid NOT NULL,
	"currency" text NOT NULL,
	"amount" bigint NOT NULL,
	"way" jsonb NOT NULL,
	"state" jsonb NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"look_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "registry_decision" (
	"name" text PRIMARY KEY NOT NULL,
	"transaction" text NOT NULL,
	"done" boolean NOT NULL,
	"text" text NOT NULL
);
--> statement-breakpoint
DROP INDEX "order_open";--> statement-breakpoint
ALTER TABLE "customer_order" ADD COLUMN "way" jsonb;--> statement-breakpoint
UPDATE "customer_order" SET "way" = jsonb_build_object('type', 'card', 'token', "card_token");--> statement-breakpoint
ALTER TABLE "customer_order" ALTER COLUMN "way" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "customer_order" ADD COLUMN "look_at" timestamp with time zone;--> statement-breakpoint
UPDATE "customer_order" SET "look_at" = "placed_at";--> statement-breakpoint
ALTER TABLE "customer_order" ALTER COLUMN "look_at" SET NOT NULL;--> statement-breakpoint
UPDATE "order_event" SET "event" = "event" || jsonb_build_object(
	'taxBasis', CASE WHEN "event" ->> 'taxRate' = '0' THEN 'outOfScope' ELSE 'destination' END,
	'funding', jsonb_build_object('method', 'card', 'balance', 0),
	'lines', (SELECT jsonb_agg(line || jsonb_build_object('charge', line -> 'net', 'discount', 0, 'fee', 0, 'privacyPrice', 0)) FROM jsonb_array_elements("event" -> 'lines') line)
) WHERE "event" ->> 'type' = 'placed';--> statement-breakpoint
UPDATE "order_event" SET "event" = "event" - 'intent' WHERE "event" ->> 'intent' = 'nothing-due';--> statement-breakpoint
UPDATE "order_event" SET "event" = "event" || '{"cause": "refused"}' WHERE "event" ->> 'type' IN ('declined', 'notRegistered');--> statement-breakpoint
UPDATE "order_event" SET "event" = "event" || '{"balance": 0, "refunded": 0}' WHERE "event" ->> 'type' = 'captured';--> statement-breakpoint
ALTER TABLE "balance_entry" ADD CONSTRAINT "balance_entry_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invoice" ADD CONSTRAINT "invoice_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invoice" ADD CONSTRAINT "invoice_order_id_customer_order_id_fk" FOREIGN KEY ("order_id") REFERENCES "public"."customer_order"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "top_up" ADD CONSTRAINT "top_up_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "outgoing_mail_unsent" ON "outgoing_mail" USING btree ("sent_at","id");--> statement-breakpoint
CREATE INDEX "balance_account" ON "balance_entry" USING btree ("account_id");--> statement-breakpoint
CREATE INDEX "invoice_account" ON "invoice" USING btree ("account_id","issued_at");--> statement-breakpoint
CREATE INDEX "top_up_account" ON "top_up" USING btree ("account_id","created_at");--> statement-breakpoint
CREATE INDEX "top_up_look" ON "top_up" USING btree ("look_at");--> statement-breakpoint
CREATE INDEX "order_open" ON "customer_order" USING btree ("ended","look_at");