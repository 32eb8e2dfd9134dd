CREATE TABLE "pool_query" (
	"id" text PRIMARY KEY NOT NULL,
	"product_id" integer NOT NULL,
	"path" text NOT NULL,
	"gtin" text NOT NULL,
	"property" text NOT NULL,
	"theirs" text NOT NULL,
	"ours" text NOT NULL,
	"reason" text NOT NULL,
	"person_id" integer,
	"asked" timestamp with time zone NOT NULL,
	"sent" timestamp with time zone,
	"answered" timestamp with time zone,
	"agreed" boolean,
	"words" text
);
--> statement-breakpoint
CREATE TABLE "value_source" (
	"product_id" integer NOT NULL,
	"path" text NOT NULL,
	"said" jsonb NOT NULL,
	"person_id" integer,
	CONSTRAINT "value_source_product_id_path_pk" PRIMARY KEY("product_id","path")
);
--> statement-breakpoint
CREATE INDEX "pool_query_product" ON "pool_query" USING btree ("product_id");--> statement-breakpoint
CREATE INDEX "pool_query_open" ON "pool_query" USING btree ("asked") WHERE answered is null;