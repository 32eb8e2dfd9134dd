CREATE TABLE "memory_pair" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"source_language" text NOT NULL,
	"target_language" text NOT NULL,
	"source" text NOT NULL,
	"source_placeholders" jsonb NOT NULL,
	"target" text NOT NULL,
	"target_placeholders" jsonb NOT NULL,
	"before" text NOT NULL,
	"after" text NOT NULL,
	"tokens" text[] NOT NULL,
	"numbers" text[] NOT NULL,
	"addresses" text[] NOT NULL,
	"origin" text NOT NULL,
	"person_id" integer,
	"changed" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "term" (
	"code" text PRIMARY KEY NOT NULL,
	"part_of_speech" text,
	"note" text NOT NULL,
	"languages" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "unit_comment" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"record" text NOT NULL,
	"unit" text NOT NULL,
	"language" text NOT NULL,
	"segment" text,
	"person_id" integer,
	"at" timestamp with time zone NOT NULL,
	"words" text NOT NULL,
	"settled" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "unit_mark" (
	"record" text NOT NULL,
	"unit" text NOT NULL,
	"language" text NOT NULL,
	"state" text NOT NULL,
	"source_hash" text NOT NULL,
	"made_from" text NOT NULL,
	CONSTRAINT "unit_mark_record_unit_language_pk" PRIMARY KEY("record","unit","language")
);
--> statement-breakpoint
CREATE TABLE "unit_segments" (
	"record" text NOT NULL,
	"unit" text NOT NULL,
	"language" text NOT NULL,
	"segments" jsonb NOT NULL,
	"cuts" jsonb NOT NULL,
	"beside" text,
	"changed" timestamp with time zone NOT NULL,
	CONSTRAINT "unit_segments_record_unit_language_pk" PRIMARY KEY("record","unit","language")
);
--> statement-breakpoint
CREATE TABLE "work_share" (
	"record" text NOT NULL,
	"language" text NOT NULL,
	"person_id" integer NOT NULL,
	"due" date,
	CONSTRAINT "work_share_record_language_pk" PRIMARY KEY("record","language")
);
--> statement-breakpoint
ALTER TABLE "storefront" ADD COLUMN "phrases" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "storefront" ADD COLUMN "menu" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "memory_pair" ADD CONSTRAINT "memory_pair_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit_comment" ADD CONSTRAINT "unit_comment_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "work_share" ADD CONSTRAINT "work_share_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "memory_pair_key" ON "memory_pair" USING btree ("source_language","target_language","key");--> statement-breakpoint
CREATE INDEX "memory_pair_languages" ON "memory_pair" USING btree (split_part(source_language, '-', 1),split_part(target_language, '-', 1),"id");--> statement-breakpoint
CREATE INDEX "unit_comment_unit" ON "unit_comment" USING btree ("record","language");--> statement-breakpoint
CREATE INDEX "work_share_person" ON "work_share" USING btree ("person_id");