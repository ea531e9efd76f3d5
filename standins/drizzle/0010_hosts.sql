CREATE TABLE "registry"."host" (
	"registry" text NOT NULL,
	"host" text NOT NULL,
	"sponsor" text NOT NULL,
	"addresses" text[] NOT NULL,
	"statuses" text[] DEFAULT '{"ok"}' NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"updated_by" text,
	"updated_at" timestamp with time zone,
	CONSTRAINT "host_registry_host_pk" PRIMARY KEY("registry","host")
);
--> statement-breakpoint
ALTER TABLE "registry"."domain" ADD COLUMN "ds" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "registry"."domain" ADD COLUMN "delegated_at" timestamp with time zone;