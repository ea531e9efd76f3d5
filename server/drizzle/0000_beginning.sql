CREATE TABLE "account" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"email" text NOT NULL,
	"password_hash" text NOT NULL,
	"basket_id" uuid DEFAULT gen_random_uuid() NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "account_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "availability" (
	"name" text PRIMARY KEY NOT NULL,
	"status" text NOT NULL,
	"premium_register" bigint,
	"premium_renew" bigint,
	"checked_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "basket_line" (
	"basket_id" uuid NOT NULL,
	"name" text NOT NULL,
	"years" smallint NOT NULL,
	"privacy" boolean NOT NULL,
	"auto_renew" boolean NOT NULL,
	"position" bigint GENERATED ALWAYS AS IDENTITY (sequence name "basket_line_position_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	CONSTRAINT "basket_line_basket_id_name_pk" PRIMARY KEY("basket_id","name")
);
--> statement-breakpoint
CREATE TABLE "contact" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"account_id" uuid NOT NULL,
	"contact" jsonb NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "customer_order" (
	"id" uuid PRIMARY KEY NOT NULL,
	"number" integer GENERATED ALWAYS AS IDENTITY (sequence name "customer_order_number_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1001 CACHE 1),
	"account_id" uuid NOT NULL,
	"quote_id" uuid NOT NULL,
	"contact_id" uuid NOT NULL,
	"card_token" text NOT NULL,
	"agreements" jsonb NOT NULL,
	"placed_at" timestamp with time zone NOT NULL,
	"ended" boolean DEFAULT false NOT NULL,
	CONSTRAINT "customer_order_quote_id_unique" UNIQUE("quote_id")
);
--> statement-breakpoint
CREATE TABLE "demo_clock" (
	"id" smallint PRIMARY KEY NOT NULL,
	"days" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "held_name" (
	"name" text PRIMARY KEY NOT NULL,
	"account_id" uuid NOT NULL,
	"order_id" uuid NOT NULL,
	"contact_id" uuid NOT NULL,
	"registered_on" date NOT NULL,
	"expires_on" date NOT NULL,
	"privacy" boolean NOT NULL,
	"auto_renew" boolean NOT NULL,
	"premium_renew" bigint
);
--> statement-breakpoint
CREATE TABLE "idempotent_request" (
	"account_id" uuid NOT NULL,
	"key" text NOT NULL,
	"request" text NOT NULL,
	"status" integer,
	"body" jsonb,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "idempotent_request_account_id_key_pk" PRIMARY KEY("account_id","key")
);
--> statement-breakpoint
CREATE TABLE "order_event" (
	"order_id" uuid NOT NULL,
	"sequence" integer NOT NULL,
	"event" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "order_event_order_id_sequence_pk" PRIMARY KEY("order_id","sequence")
);
--> statement-breakpoint
CREATE TABLE "rate_limit" (
	"key" varchar(255) PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" bigint
);
--> statement-breakpoint
CREATE TABLE "session" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"csrf" text NOT NULL,
	"account_id" uuid,
	"basket_id" uuid DEFAULT gen_random_uuid() NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sign_up" (
	"email" text PRIMARY KEY NOT NULL,
	"password_hash" text NOT NULL,
	"code_hash" text NOT NULL,
	"attempts" smallint DEFAULT 0 NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "quote" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"request" jsonb NOT NULL,
	"quote" jsonb NOT NULL,
	"valid_until" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "contact" ADD CONSTRAINT "contact_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_order" ADD CONSTRAINT "customer_order_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_order" ADD CONSTRAINT "customer_order_contact_id_contact_id_fk" FOREIGN KEY ("contact_id") REFERENCES "public"."contact"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "held_name" ADD CONSTRAINT "held_name_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "held_name" ADD CONSTRAINT "held_name_order_id_customer_order_id_fk" FOREIGN KEY ("order_id") REFERENCES "public"."customer_order"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "held_name" ADD CONSTRAINT "held_name_contact_id_contact_id_fk" FOREIGN KEY ("contact_id") REFERENCES "public"."contact"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "idempotent_request" ADD CONSTRAINT "idempotent_request_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "order_event" ADD CONSTRAINT "order_event_order_id_customer_order_id_fk" FOREIGN KEY ("order_id") REFERENCES "public"."customer_order"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "contact_account" ON "contact" USING btree ("account_id","created_at");--> statement-breakpoint
CREATE INDEX "order_account" ON "customer_order" USING btree ("account_id","placed_at");--> statement-breakpoint
CREATE INDEX "order_open" ON "customer_order" USING btree ("ended");--> statement-breakpoint
CREATE INDEX "held_name_account" ON "held_name" USING btree ("account_id","expires_on");--> statement-breakpoint
CREATE INDEX "session_account" ON "session" USING btree ("account_id");--> statement-breakpoint
CREATE INDEX "session_expires" ON "session" USING btree ("expires_at");--> statement-breakpoint
CREATE INDEX "quote_valid_until" ON "quote" USING btree ("valid_until");