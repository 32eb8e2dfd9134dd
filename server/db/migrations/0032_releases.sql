CREATE TABLE "live_release" (
	"storefront" text PRIMARY KEY NOT NULL,
	"number" integer NOT NULL,
	"reads" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "page_dictionary" (
	"id" serial PRIMARY KEY NOT NULL,
	"storefront" text NOT NULL,
	"language" text NOT NULL,
	"content" "bytea" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "release" (
	"id" serial PRIMARY KEY NOT NULL,
	"storefront" text NOT NULL,
	"number" integer,
	"state" text NOT NULL,
	"title" text NOT NULL,
	"scope" jsonb NOT NULL,
	"base" integer NOT NULL,
	"back_to" integer,
	"counts" jsonb,
	"job" text,
	"made_by" integer,
	"made" timestamp with time zone NOT NULL,
	"live_by" integer,
	"live" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "release_page" (
	"release_id" integer NOT NULL,
	"language" text NOT NULL,
	"kind" text NOT NULL,
	"key" text collate "C" NOT NULL,
	"change" text NOT NULL,
	"changes" jsonb NOT NULL,
	"title" text NOT NULL,
	"type" text,
	"held" jsonb,
	"anyway" text,
	"anyway_by" integer,
	CONSTRAINT "release_page_release_id_language_kind_key_pk" PRIMARY KEY("release_id","language","kind","key")
);
--> statement-breakpoint
CREATE TABLE "release_row" (
	"release_id" integer NOT NULL,
	"language" text NOT NULL,
	"kind" text NOT NULL,
	"key" text collate "C" NOT NULL,
	"group_code" text NOT NULL,
	"begins" timestamp with time zone NOT NULL,
	"document" bigint,
	"slug" text collate "C",
	CONSTRAINT "release_row_release_id_language_kind_key_group_code_begins_pk" PRIMARY KEY("release_id","language","kind","key","group_code","begins")
);
--> statement-breakpoint
CREATE TABLE "released_document" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"digest" "bytea" NOT NULL,
	"dictionary" integer NOT NULL,
	"content" "bytea" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "released_media" (
	"name" text collate "C" NOT NULL,
	"document" bigint NOT NULL,
	CONSTRAINT "released_media_name_document_pk" PRIMARY KEY("name","document")
);
--> statement-breakpoint
CREATE TABLE "released_page" (
	"storefront" text NOT NULL,
	"language" text NOT NULL,
	"kind" text NOT NULL,
	"key" text collate "C" NOT NULL,
	"group_code" text NOT NULL,
	"begins" timestamp with time zone NOT NULL,
	"since" integer NOT NULL,
	"until" integer,
	"document" bigint,
	"slug" text collate "C",
	CONSTRAINT "released_page_storefront_language_kind_key_group_code_begins_since_pk" PRIMARY KEY("storefront","language","kind","key","group_code","begins","since")
);
--> statement-breakpoint
ALTER TABLE "release" ADD CONSTRAINT "release_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "release" ADD CONSTRAINT "release_live_by_person_id_fk" FOREIGN KEY ("live_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "release_page" ADD CONSTRAINT "release_page_release_id_release_id_fk" FOREIGN KEY ("release_id") REFERENCES "public"."release"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "release_page" ADD CONSTRAINT "release_page_anyway_by_person_id_fk" FOREIGN KEY ("anyway_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "release_row" ADD CONSTRAINT "release_row_release_id_release_id_fk" FOREIGN KEY ("release_id") REFERENCES "public"."release"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "page_dictionary_edition" ON "page_dictionary" USING btree ("storefront","language");--> statement-breakpoint
CREATE UNIQUE INDEX "release_number" ON "release" USING btree ("storefront","number");--> statement-breakpoint
CREATE INDEX "release_latest" ON "release" USING btree ("storefront","id" DESC NULLS LAST);--> statement-breakpoint
CREATE UNIQUE INDEX "released_document_digest" ON "released_document" USING btree ("digest");--> statement-breakpoint
CREATE INDEX "released_media_document" ON "released_media" USING btree ("document");--> statement-breakpoint
CREATE INDEX "released_page_since" ON "released_page" USING btree ("storefront","since");--> statement-breakpoint
CREATE INDEX "released_page_until" ON "released_page" USING btree ("storefront","until") WHERE until is not null;--> statement-breakpoint
CREATE INDEX "released_page_document" ON "released_page" USING btree ("document");--> statement-breakpoint
CREATE INDEX "released_page_slug" ON "released_page" USING btree ("storefront","language","slug") WHERE slug is not null;