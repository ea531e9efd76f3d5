CREATE TABLE "broker"."seller" (
	"name" text PRIMARY KEY NOT NULL,
	"does" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "broker"."offer" ADD COLUMN "sold_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "broker"."offer" ADD COLUMN "auth_code" text;--> statement-breakpoint
ALTER TABLE "broker"."offer" ADD COLUMN "paid" bigint;--> statement-breakpoint
ALTER TABLE "broker"."offer" ADD COLUMN "called_off_at" timestamp with time zone;