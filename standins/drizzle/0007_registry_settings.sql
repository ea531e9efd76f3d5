CREATE TABLE "registry"."setting" (
	"key" text PRIMARY KEY NOT NULL,
	"value" jsonb NOT NULL
);
