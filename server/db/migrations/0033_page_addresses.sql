CREATE TABLE "live_step" (
	"storefront" text NOT NULL,
	"step" integer NOT NULL,
	"number" integer NOT NULL,
	"after" timestamp with time zone,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "live_step_storefront_step_pk" PRIMARY KEY("storefront","step")
);
--> statement-breakpoint
DROP INDEX "released_page_since";--> statement-breakpoint
DROP INDEX "released_page_until";--> statement-breakpoint
ALTER TABLE "storefront" ADD COLUMN "addresses" jsonb;--> statement-breakpoint
ALTER TABLE "release_row" ADD COLUMN "category" text;--> statement-breakpoint
ALTER TABLE "release_row" ADD COLUMN "name" text;--> statement-breakpoint
ALTER TABLE "released_page" ADD COLUMN "category" text;--> statement-breakpoint
ALTER TABLE "released_page" ADD COLUMN "name" text;--> statement-breakpoint
CREATE INDEX "released_page_begins" ON "released_page" USING btree ("storefront","begins") WHERE begins > '-infinity';--> statement-breakpoint
CREATE INDEX "released_page_category" ON "released_page" USING btree ("storefront","language","category") WHERE category is not null;--> statement-breakpoint
CREATE INDEX "released_page_since" ON "released_page" USING btree ("storefront","since","language","kind","key");--> statement-breakpoint
CREATE INDEX "released_page_until" ON "released_page" USING btree ("storefront","until","language","kind","key") WHERE until is not null;--> statement-breakpoint
INSERT INTO "live_step" ("storefront", "step", "number", "at") SELECT "storefront", 1, "number", now() FROM "live_release" WHERE "number" > 0;
