ALTER TABLE "page_state" ADD COLUMN "found_by" integer;--> statement-breakpoint
ALTER TABLE "release" ADD COLUMN "noted" boolean DEFAULT false NOT NULL;