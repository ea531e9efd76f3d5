ALTER TABLE "held_name" ADD COLUMN "locked" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "asked_by" jsonb DEFAULT '{"type":"owner"}'::jsonb NOT NULL;