CREATE TABLE "page_state" (
	"storefront" text NOT NULL,
	"root_id" integer NOT NULL,
	"differs" boolean NOT NULL,
	"touches" bigint NOT NULL,
	"common" bigint NOT NULL,
	"base" integer NOT NULL,
	CONSTRAINT "page_state_storefront_root_id_pk" PRIMARY KEY("storefront","root_id")
);
--> statement-breakpoint
CREATE TABLE "page_touch" (
	"root_id" integer NOT NULL,
	"times" bigint DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "connection_state" ADD COLUMN "scheduled" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "release" ADD COLUMN "together" integer;--> statement-breakpoint
CREATE INDEX "page_touch_root" ON "page_touch" USING btree ("root_id");--> statement-breakpoint
CREATE INDEX "release_together" ON "release" USING btree ("together") WHERE together is not null;