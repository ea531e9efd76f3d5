CREATE TABLE "mail_delivery" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "mail_delivery_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"message_id" uuid,
	"zone" text,
	"address" text NOT NULL,
	"sender" text NOT NULL,
	"target" text NOT NULL,
	"accepted_at" timestamp with time zone NOT NULL,
	"attempts" smallint DEFAULT 0 NOT NULL,
	"next_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"outcome" text,
	"answer" text
);
--> statement-breakpoint
CREATE TABLE "mail_forward" (
	"host" text NOT NULL,
	"local" text NOT NULL,
	"target" text NOT NULL,
	"zone" text NOT NULL,
	CONSTRAINT "mail_forward_host_local_target_pk" PRIMARY KEY("host","local","target")
);
--> statement-breakpoint
CREATE TABLE "mail_message" (
	"id" uuid PRIMARY KEY NOT NULL,
	"sender" text NOT NULL,
	"content" "bytea" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "mail_target" (
	"account_id" uuid NOT NULL,
	"address" text NOT NULL,
	"token_hash" text NOT NULL,
	"asked_at" timestamp with time zone NOT NULL,
	"agreed_at" timestamp with time zone,
	"declined_at" timestamp with time zone,
	CONSTRAINT "mail_target_account_id_address_pk" PRIMARY KEY("account_id","address"),
	CONSTRAINT "mail_target_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
ALTER TABLE "certificate" ALTER COLUMN "zone" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "mail_delivery" ADD CONSTRAINT "mail_delivery_message_id_mail_message_id_fk" FOREIGN KEY ("message_id") REFERENCES "public"."mail_message"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mail_forward" ADD CONSTRAINT "mail_forward_zone_zone_name_fk" FOREIGN KEY ("zone") REFERENCES "public"."zone"("name") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mail_target" ADD CONSTRAINT "mail_target_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "mail_delivery_waiting" ON "mail_delivery" USING btree ("next_at") WHERE "mail_delivery"."ended_at" is null;--> statement-breakpoint
CREATE INDEX "mail_delivery_zone" ON "mail_delivery" USING btree ("zone","id");--> statement-breakpoint
CREATE INDEX "mail_delivery_message" ON "mail_delivery" USING btree ("message_id");--> statement-breakpoint
CREATE INDEX "mail_delivery_ended" ON "mail_delivery" USING btree ("ended_at");--> statement-breakpoint
CREATE INDEX "mail_forward_zone" ON "mail_forward" USING btree ("zone");