ALTER TABLE "outgoing_mail" RENAME TO "outgoing";--> statement-breakpoint
ALTER SEQUENCE "outgoing_mail_id_seq" RENAME TO "outgoing_id_seq";--> statement-breakpoint
ALTER TABLE "outgoing" RENAME COLUMN "mail" TO "content";--> statement-breakpoint
ALTER TABLE "outgoing" RENAME CONSTRAINT "outgoing_mail_key_unique" TO "outgoing_key_unique";--> statement-breakpoint
ALTER TABLE "outgoing" ADD COLUMN "kind" text DEFAULT 'mail' NOT NULL;--> statement-breakpoint
ALTER TABLE "outgoing" ALTER COLUMN "kind" DROP DEFAULT;--> statement-breakpoint
ALTER INDEX "outgoing_mail_pkey" RENAME TO "outgoing_pkey";--> statement-breakpoint
ALTER INDEX "outgoing_mail_waiting" RENAME TO "outgoing_waiting";--> statement-breakpoint
ALTER INDEX "outgoing_mail_sent" RENAME TO "outgoing_sent";
