CREATE TABLE "edition" (
	"n" "smallserial" PRIMARY KEY NOT NULL,
	"storefront" text NOT NULL,
	"language" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "finding" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"root_id" integer NOT NULL,
	"fix_id" integer NOT NULL,
	"blocker" boolean NOT NULL,
	"at" text NOT NULL,
	"said" jsonb,
	"editions" smallint[] NOT NULL
);
--> statement-breakpoint
CREATE TABLE "fix" (
	"id" serial PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	CONSTRAINT "fix_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "fix_count" (
	"fix_id" integer NOT NULL,
	"edition" smallint NOT NULL,
	"pages" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "house_style" (
	"code" text PRIMARY KEY NOT NULL,
	"field" text,
	"storefront" text,
	"language" text,
	"settings" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "portion" (
	"person_id" integer PRIMARY KEY NOT NULL,
	"products" smallint NOT NULL,
	"storefront" text,
	"filter" jsonb
);
--> statement-breakpoint
CREATE TABLE "portion_product" (
	"person_id" integer NOT NULL,
	"day" date NOT NULL,
	"root_id" integer NOT NULL,
	"done" boolean DEFAULT false NOT NULL,
	CONSTRAINT "portion_product_person_id_day_root_id_pk" PRIMARY KEY("person_id","day","root_id")
);
--> statement-breakpoint
CREATE TABLE "readiness" (
	"root_id" integer PRIMARY KEY NOT NULL,
	"type" text NOT NULL,
	"blockers" integer NOT NULL,
	"open" smallint NOT NULL,
	"sold" smallint NOT NULL,
	"cells" "bytea" NOT NULL,
	"soles" integer[] NOT NULL,
	"print" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "readiness_count" (
	"day" date NOT NULL,
	"edition" smallint NOT NULL,
	"sold" integer NOT NULL,
	"ready" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "readiness_due" (
	"root_id" integer PRIMARY KEY NOT NULL
);
--> statement-breakpoint
CREATE TABLE "readiness_due_set" (
	"id" serial PRIMARY KEY NOT NULL,
	"what" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "text_check" (
	"key" uuid PRIMARY KEY NOT NULL,
	"findings" jsonb
);
--> statement-breakpoint
ALTER TABLE "portion" ADD CONSTRAINT "portion_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "portion_product" ADD CONSTRAINT "portion_product_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "edition_name" ON "edition" USING btree ("storefront","language");--> statement-breakpoint
CREATE INDEX "finding_root" ON "finding" USING btree ("root_id");--> statement-breakpoint
CREATE INDEX "finding_fix" ON "finding" USING btree ("fix_id","root_id");--> statement-breakpoint
CREATE INDEX "fix_count_fix" ON "fix_count" USING btree ("fix_id");--> statement-breakpoint
CREATE INDEX "readiness_worst" ON "readiness" USING btree ("blockers" DESC NULLS LAST,"root_id");--> statement-breakpoint
CREATE INDEX "readiness_type" ON "readiness" USING btree ("type","blockers" DESC NULLS LAST,"root_id");--> statement-breakpoint
CREATE INDEX "readiness_soles" ON "readiness" USING gin ("soles");--> statement-breakpoint
CREATE INDEX "readiness_count_day" ON "readiness_count" USING btree ("day","edition");