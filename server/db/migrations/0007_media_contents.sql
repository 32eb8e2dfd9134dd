INSERT INTO "blob" ("digest", "mime", "bytes", "width", "height", "vector")
SELECT DISTINCT ON ("digest") "digest", "mime", "bytes", "width", "height", "mime" = 'image/svg+xml' FROM "media" ORDER BY "digest";--> statement-breakpoint
UPDATE "media" SET "labels" = "alternatives";--> statement-breakpoint
ALTER TABLE "media" ADD CONSTRAINT "media_digest_blob_digest_fk" FOREIGN KEY ("digest") REFERENCES "public"."blob"("digest") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "mime";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "width";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "height";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "bytes";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "alternatives";