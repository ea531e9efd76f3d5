CREATE TABLE "alias_target" (
	"host" text PRIMARY KEY NOT NULL,
	"addresses" text[] NOT NULL,
	"due_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "alias_use" (
	"zone" text NOT NULL,
	"host" text NOT NULL,
	CONSTRAINT "alias_use_zone_host_pk" PRIMARY KEY("zone","host")
);
--> statement-breakpoint
ALTER TABLE "alias_use" ADD CONSTRAINT "alias_use_zone_zone_name_fk" FOREIGN KEY ("zone") REFERENCES "public"."zone"("name") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "alias_due" ON "alias_target" USING btree ("due_at");--> statement-breakpoint
CREATE INDEX "alias_host" ON "alias_use" USING btree ("host");