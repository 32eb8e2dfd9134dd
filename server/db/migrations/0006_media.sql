CREATE TABLE "blob" (
	"digest" text PRIMARY KEY NOT NULL,
	"mime" text NOT NULL,
	"bytes" integer NOT NULL,
	"width" integer,
	"height" integer,
	"vector" boolean NOT NULL,
	"measured" jsonb,
	"print" bit(64)
);
--> statement-breakpoint
CREATE TABLE "twin" (
	"digest" text NOT NULL,
	"other" text NOT NULL,
	CONSTRAINT "twin_digest_other_pk" PRIMARY KEY("digest","other")
);
--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "labels" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "view" text;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "focus" jsonb;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "crop" jsonb;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "words" text;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "of_name" text;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "of_storefront" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "of_language" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "origin" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "holder" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "until" date;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "created" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "media" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "product_type" ADD COLUMN "views" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX "media_version" ON "media" USING btree ("of_name","of_storefront","of_language");--> statement-breakpoint
CREATE INDEX "media_digest" ON "media" USING btree ("digest");