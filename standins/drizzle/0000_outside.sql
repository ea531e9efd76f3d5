CREATE SCHEMA "mail";
--> statement-breakpoint
CREATE SCHEMA "payments";
--> statement-breakpoint
CREATE SCHEMA "registry";
--> statement-breakpoint
CREATE TABLE "payments"."card_token" (
	"token" text PRIMARY KEY NOT NULL,
	"last4" text NOT NULL,
	"outcome" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "payments"."idempotent_answer" (
	"key" text PRIMARY KEY NOT NULL,
	"request" text NOT NULL,
	"status" integer NOT NULL,
	"body" jsonb NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "payments"."intent" (
	"id" text PRIMARY KEY NOT NULL,
	"reference" text NOT NULL,
	"amount" bigint NOT NULL,
	"currency" text NOT NULL,
	"token" text NOT NULL,
	"status" text NOT NULL,
	"captured" bigint NOT NULL,
	"reason" text,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "mail"."message" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "mail"."message_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"from" text NOT NULL,
	"to" text NOT NULL,
	"subject" text NOT NULL,
	"text" text NOT NULL,
	"received_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "registry"."domain" (
	"name" text PRIMARY KEY NOT NULL,
	"registry" text NOT NULL,
	"sponsor" text NOT NULL,
	"registrant" text NOT NULL,
	"contacts" jsonb NOT NULL,
	"auth_code" text NOT NULL,
	"statuses" text[] NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "registry"."contact" (
	"registry" text NOT NULL,
	"id" text NOT NULL,
	"sponsor" text NOT NULL,
	"contact" jsonb NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "contact_registry_id_pk" PRIMARY KEY("registry","id")
);
--> statement-breakpoint
CREATE INDEX "intent_reference" ON "payments"."intent" USING btree ("reference");--> statement-breakpoint
CREATE INDEX "message_to" ON "mail"."message" USING btree ("to","received_at");--> statement-breakpoint
CREATE INDEX "domain_registry" ON "registry"."domain" USING btree ("registry");