CREATE SCHEMA "broker";
--> statement-breakpoint
CREATE TABLE "broker"."offer" (
	"reference" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"amount" bigint NOT NULL,
	"message" text NOT NULL,
	"sent_at" timestamp with time zone NOT NULL
);
