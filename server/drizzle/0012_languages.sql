ALTER TABLE "account" ADD COLUMN "language" text DEFAULT 'en' NOT NULL;--> statement-breakpoint
ALTER TABLE "sign_up" ADD COLUMN "language" text DEFAULT 'en' NOT NULL;