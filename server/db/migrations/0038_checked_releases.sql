ALTER TABLE "release" ADD COLUMN "checked" jsonb;--> statement-breakpoint
CREATE INDEX "release_unchecked" ON "release" USING btree ("live") WHERE state = 'live' and checked is null;