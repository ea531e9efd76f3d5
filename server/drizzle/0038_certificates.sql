CREATE TABLE "acme_account" (
	"authority" text PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"url" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "acme_challenge" (
	"token" text PRIMARY KEY NOT NULL,
	"answer" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "certificate" (
	"host" text PRIMARY KEY NOT NULL,
	"zone" text NOT NULL,
	"chain" text,
	"key" text,
	"good_until" timestamp with time zone,
	"authority" text,
	"next_at" timestamp with time zone,
	"attempts" integer DEFAULT 0 NOT NULL,
	"problem" text
);
--> statement-breakpoint
ALTER TABLE "certificate" ADD CONSTRAINT "certificate_zone_zone_name_fk" FOREIGN KEY ("zone") REFERENCES "public"."zone"("name") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "certificate_next" ON "certificate" USING btree ("next_at");--> statement-breakpoint
CREATE INDEX "certificate_zone" ON "certificate" USING btree ("zone");