CREATE TABLE "payments"."notice" (
	"id" text PRIMARY KEY NOT NULL,
	"url" text NOT NULL,
	"body" text NOT NULL,
	"attempts" integer DEFAULT 0 NOT NULL,
	"next_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "registry"."message" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "registry"."message_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"registry" text NOT NULL,
	"client" text NOT NULL,
	"text" text NOT NULL,
	"result" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "payments"."intent" ALTER COLUMN "captured" SET DEFAULT 0;--> statement-breakpoint
ALTER TABLE "payments"."intent" ADD COLUMN "method" jsonb;--> statement-breakpoint
UPDATE "payments"."intent" SET "method" = jsonb_build_object('type', 'card', 'token', "token");--> statement-breakpoint
ALTER TABLE "payments"."intent" ALTER COLUMN "method" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "payments"."intent" ADD COLUMN "refunded" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "payments"."intent" ADD COLUMN "notify_url" text;--> statement-breakpoint
ALTER TABLE "registry"."domain" ADD COLUMN "decides_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "registry"."domain" ADD COLUMN "transaction" text;--> statement-breakpoint
CREATE INDEX "notice_next" ON "payments"."notice" USING btree ("next_at");--> statement-breakpoint
CREATE INDEX "message_client" ON "registry"."message" USING btree ("registry","client","id");--> statement-breakpoint
CREATE INDEX "intent_status" ON "payments"."intent" USING btree ("status");--> statement-breakpoint
CREATE INDEX "domain_decides" ON "registry"."domain" USING btree ("decides_at");