CREATE TABLE "mail_code" (
	"purpose" text NOT NULL,
	"email" text NOT NULL,
	"account_id" uuid NOT NULL,
	"code_hash" text NOT NULL,
	"attempts" smallint DEFAULT 0 NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"wanted" text,
	CONSTRAINT "mail_code_purpose_email_pk" PRIMARY KEY("purpose","email")
);
--> statement-breakpoint
ALTER TABLE "account" ADD COLUMN "marketing" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "account" ADD COLUMN "two_step_secret" text;--> statement-breakpoint
ALTER TABLE "account" ADD COLUMN "two_step_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "account" ADD COLUMN "two_step_last" bigint;--> statement-breakpoint
ALTER TABLE "account" ADD COLUMN "recovery_hashes" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "account" ADD COLUMN "closed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "id" uuid DEFAULT gen_random_uuid() NOT NULL;--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "awaiting" uuid;--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "agent" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "seen_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "mail_code" ADD CONSTRAINT "mail_code_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_awaiting_account_id_fk" FOREIGN KEY ("awaiting") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;