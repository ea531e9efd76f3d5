CREATE TABLE "web_forward" (
	"host" text PRIMARY KEY NOT NULL,
	"zone" text NOT NULL,
	"forward" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "web_forward" ADD CONSTRAINT "web_forward_zone_zone_name_fk" FOREIGN KEY ("zone") REFERENCES "public"."zone"("name") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "forward_zone" ON "web_forward" USING btree ("zone");