ALTER TABLE "mail"."message" ADD COLUMN "attachments" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "mail"."message" ADD COLUMN "message_id" text;--> statement-breakpoint
ALTER TABLE "mail"."message" ADD CONSTRAINT "message_once" UNIQUE("to","message_id");