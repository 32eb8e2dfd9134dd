CREATE TABLE "assignment" (
	"number" serial PRIMARY KEY NOT NULL,
	"code" text NOT NULL,
	"name" text NOT NULL,
	"pieces" text[] NOT NULL,
	"reach" jsonb NOT NULL,
	"limits" jsonb NOT NULL,
	"area" text NOT NULL,
	"order" integer NOT NULL,
	"resting" boolean NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "assignment_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "attribute" (
	"id" "smallserial" PRIMARY KEY NOT NULL,
	"code" text NOT NULL,
	"type" text NOT NULL,
	"labels" jsonb NOT NULL,
	"help" jsonb NOT NULL,
	"family" text,
	"unit" text,
	"options" jsonb NOT NULL,
	"translatable" boolean NOT NULL,
	"per_storefront" boolean NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "attribute_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "brand" (
	"code" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "category" (
	"code" text PRIMARY KEY NOT NULL,
	"parent" text,
	"position" integer NOT NULL,
	"names" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "change" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"step_id" bigint NOT NULL,
	"record" text NOT NULL,
	"differences" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "customer_group" (
	"code" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"position" smallint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "fact" (
	"attribute_id" smallint NOT NULL,
	"storefront_id" smallint NOT NULL,
	"root_id" integer NOT NULL,
	"product_id" integer NOT NULL,
	"num" double precision,
	"txt" text
);
--> statement-breakpoint
CREATE TABLE "fact_price" (
	"storefront_id" smallint NOT NULL,
	"root_id" integer NOT NULL,
	"product_id" integer NOT NULL,
	"special" boolean NOT NULL,
	"group_code" text,
	"from_at" timestamp with time zone,
	"to_at" timestamp with time zone,
	"amount" double precision NOT NULL
);
--> statement-breakpoint
CREATE TABLE "fact_text" (
	"attribute_id" smallint NOT NULL,
	"storefront_id" smallint NOT NULL,
	"root_id" integer NOT NULL,
	"product_id" integer NOT NULL,
	"language" text NOT NULL,
	"txt" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "job" (
	"id" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"title" text NOT NULL,
	"person_id" integer,
	"input" jsonb NOT NULL,
	"state" text NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"total" integer,
	"result" jsonb,
	"error" text,
	"created" timestamp with time zone NOT NULL,
	"started" timestamp with time zone,
	"finished" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "media" (
	"name" text PRIMARY KEY NOT NULL,
	"mime" text NOT NULL,
	"width" integer,
	"height" integer,
	"bytes" integer NOT NULL,
	"digest" text NOT NULL,
	"alternatives" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" serial PRIMARY KEY NOT NULL,
	"email" text NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"languages" text[] NOT NULL,
	"password_hash" text NOT NULL,
	CONSTRAINT "person_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "piece" (
	"id" serial PRIMARY KEY NOT NULL,
	"code" text NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"note" text NOT NULL,
	"needed" text[] NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "piece_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "piece_text" (
	"piece_id" integer NOT NULL,
	"storefront_id" smallint NOT NULL,
	"language" text NOT NULL,
	"title" text NOT NULL,
	"body" text NOT NULL,
	"states" jsonb NOT NULL,
	CONSTRAINT "piece_text_piece_id_storefront_id_language_pk" PRIMARY KEY("piece_id","storefront_id","language")
);
--> statement-breakpoint
CREATE TABLE "price" (
	"product_id" integer NOT NULL,
	"storefront_id" smallint NOT NULL,
	"special" boolean NOT NULL,
	"group_code" text,
	"from_local" text,
	"to_local" text,
	"amount" numeric(14, 4) NOT NULL
);
--> statement-breakpoint
CREATE TABLE "product" (
	"id" serial PRIMARY KEY NOT NULL,
	"sku" text NOT NULL,
	"sku_folded" text NOT NULL,
	"sku_order" text NOT NULL,
	"parent_id" integer,
	"root_id" integer NOT NULL,
	"is_leaf" boolean NOT NULL,
	"type" text NOT NULL,
	"category" text,
	"brand" text,
	"tags" text[] NOT NULL,
	"tags_folded" text[] NOT NULL,
	"status" text NOT NULL,
	"kind" text NOT NULL,
	"gtin" text,
	"stock" integer,
	"available_from" date,
	"range" jsonb NOT NULL,
	"created" timestamp with time zone NOT NULL,
	"changed" timestamp with time zone NOT NULL,
	"version" integer NOT NULL,
	CONSTRAINT "product_sku_unique" UNIQUE("sku")
);
--> statement-breakpoint
CREATE TABLE "product_type" (
	"code" text PRIMARY KEY NOT NULL,
	"labels" jsonb NOT NULL,
	"groups" jsonb NOT NULL,
	"attributes" jsonb NOT NULL,
	"position" integer DEFAULT 0 NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "session" (
	"hash" text PRIMARY KEY NOT NULL,
	"person_id" integer NOT NULL,
	"kind" text NOT NULL,
	"token" text NOT NULL,
	"expires" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "stamp" (
	"name" text PRIMARY KEY NOT NULL,
	"n" bigint NOT NULL
);
--> statement-breakpoint
CREATE TABLE "step" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" integer,
	"title" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "storefront" (
	"id" "smallserial" PRIMARY KEY NOT NULL,
	"code" text NOT NULL,
	"position" smallint NOT NULL,
	"name" text NOT NULL,
	"currency" text NOT NULL,
	"time_zone" text NOT NULL,
	"editions" jsonb NOT NULL,
	"facts" jsonb NOT NULL,
	"layout" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "storefront_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "value" (
	"product_id" integer NOT NULL,
	"attribute_id" smallint NOT NULL,
	"storefront_id" smallint NOT NULL,
	"language" text NOT NULL,
	"value" jsonb NOT NULL,
	"hash" text,
	"state" text,
	"source_hash" text,
	"made_from" jsonb,
	CONSTRAINT "value_product_id_attribute_id_storefront_id_language_pk" PRIMARY KEY("product_id","attribute_id","storefront_id","language")
);
--> statement-breakpoint
ALTER TABLE "piece_text" ADD CONSTRAINT "piece_text_piece_id_piece_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."piece"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "change_record" ON "change" USING btree ("record");--> statement-breakpoint
CREATE INDEX "fact_num" ON "fact" USING btree ("attribute_id","storefront_id","num","root_id") WHERE num is not null;--> statement-breakpoint
CREATE INDEX "fact_txt" ON "fact" USING btree ("attribute_id","storefront_id","txt","root_id") WHERE txt is not null;--> statement-breakpoint
CREATE INDEX "fact_root" ON "fact" USING btree ("root_id");--> statement-breakpoint
CREATE INDEX "fact_price_base" ON "fact_price" USING btree ("storefront_id","amount","root_id","product_id") WHERE not special;--> statement-breakpoint
CREATE INDEX "fact_price_special" ON "fact_price" USING btree ("storefront_id","product_id") WHERE special;--> statement-breakpoint
CREATE INDEX "fact_price_root" ON "fact_price" USING btree ("root_id");--> statement-breakpoint
CREATE INDEX "fact_text_attribute" ON "fact_text" USING btree ("attribute_id","language","storefront_id");--> statement-breakpoint
CREATE INDEX "fact_text_root" ON "fact_text" USING btree ("root_id");--> statement-breakpoint
CREATE INDEX "price_product" ON "price" USING btree ("product_id");--> statement-breakpoint
CREATE UNIQUE INDEX "product_gtin" ON "product" USING btree ("gtin");--> statement-breakpoint
CREATE INDEX "product_root" ON "product" USING btree ("root_id");