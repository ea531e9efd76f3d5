ALTER TABLE "registry"."domain" ADD COLUMN "deleted_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "registry"."domain" ADD COLUMN "restore_asked_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "registry"."domain" ADD COLUMN "restored_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "registry"."domain" ADD COLUMN "transfer" jsonb;--> statement-breakpoint
ALTER TABLE "registry"."domain" ADD COLUMN "transfer_due_at" timestamp with time zone;--> statement-breakpoint
CREATE INDEX "domain_transfer_due" ON "registry"."domain" USING btree ("registry","transfer_due_at") WHERE "registry"."domain"."transfer_due_at" is not null;