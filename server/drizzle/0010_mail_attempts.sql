DROP INDEX "outgoing_mail_unsent";--> statement-breakpoint
ALTER TABLE "outgoing_mail" ADD COLUMN "attempts" smallint DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX "outgoing_mail_unsent" ON "outgoing_mail" USING btree ("sent_at","attempts","id");