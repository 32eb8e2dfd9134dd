UPDATE "product_type" SET "attributes" = (SELECT coalesce(jsonb_agg('{"notApplicable": {}}'::jsonb || a ORDER BY n), '[]') FROM jsonb_array_elements("attributes") WITH ORDINALITY AS x(a, n));--> statement-breakpoint
ALTER TABLE "storefront" ADD COLUMN "carrier_units" jsonb;--> statement-breakpoint
ALTER TABLE "storefront" ADD COLUMN "added_phrases" jsonb DEFAULT '[]'::jsonb NOT NULL;
