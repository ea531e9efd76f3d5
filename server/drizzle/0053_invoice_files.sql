-- Who had invoices as files with their mails until now keeps them; others ask for them.
ALTER TABLE "account" ADD COLUMN "invoice_files" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "account" ALTER COLUMN "invoice_files" SET DEFAULT false;
