-- What registries answered can be asked for again: it need not outlive a power cut, and is written at every search.
ALTER TABLE "availability" SET UNLOGGED;--> statement-breakpoint
-- Names of one label stand side by side, whatever the database is sorted by.
ALTER TABLE "availability" ALTER COLUMN "name" TYPE text COLLATE "C";
