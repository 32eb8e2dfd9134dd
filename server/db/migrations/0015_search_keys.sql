CREATE TABLE "search_key" (
	"field" text NOT NULL,
	"product_id" integer NOT NULL,
	"storefront_id" smallint NOT NULL,
	"language" text NOT NULL,
	"key" text collate "C" NOT NULL,
	"current" boolean NOT NULL,
	CONSTRAINT "search_key_product_id_field_storefront_id_language_key_pk" PRIMARY KEY("product_id","field","storefront_id","language","key")
);
--> statement-breakpoint
CREATE UNIQUE INDEX "search_key_slug" ON "search_key" USING btree ("language","storefront_id","key") WHERE field = 'slug';--> statement-breakpoint
CREATE INDEX "search_key_same" ON "search_key" USING btree ("field","language","key") WHERE field <> 'slug';--> statement-breakpoint
INSERT INTO search_key (field, product_id, storefront_id, language, key, current)
SELECT a.code, v.product_id, v.storefront_id, v.language, CASE WHEN a.code = 'slug' THEN v.value #>> '{}' ELSE md5(btrim(regexp_replace(lower(normalize(v.value #>> '{}', NFKC)), '\s+', ' ', 'g'))) END, true
FROM value v JOIN attribute a ON a.id = v.attribute_id WHERE a.code IN ('slug', 'search-title', 'search-description') ON CONFLICT DO NOTHING;
