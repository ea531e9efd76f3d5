CREATE TABLE "attention" (
	"key" text PRIMARY KEY NOT NULL,
	"what" text NOT NULL,
	"raised_at" timestamp with time zone NOT NULL,
	"settled_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "registry_message" (
	"registry" text NOT NULL,
	"id" text NOT NULL,
	"text" text NOT NULL,
	"result" jsonb,
	"received_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "registry_message_registry_id_pk" PRIMARY KEY("registry","id")
);
