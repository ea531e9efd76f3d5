ALTER TABLE "registry"."domain" ADD COLUMN "nameservers" text[];--> statement-breakpoint
ALTER TABLE "registry"."domain" ADD COLUMN "creator" text;--> statement-breakpoint
UPDATE "registry"."domain" SET "creator" = "sponsor";--> statement-breakpoint
ALTER TABLE "registry"."domain" ALTER COLUMN "creator" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "registry"."domain" ADD COLUMN "updated_by" text;--> statement-breakpoint
ALTER TABLE "registry"."domain" ADD COLUMN "updated_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "registry"."domain" ADD COLUMN "server_transaction" text;--> statement-breakpoint
UPDATE "registry"."message" SET "result" = jsonb_build_object('serverTransaction', 'before-0006', 'decidedAt', now()) || "result";
