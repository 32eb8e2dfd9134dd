ALTER TABLE "product_type" RENAME COLUMN "cut" TO "split";--> statement-breakpoint
ALTER TABLE "unit_segments" RENAME COLUMN "cuts" TO "breaks";--> statement-breakpoint
ALTER TABLE "value_source" RENAME COLUMN "said" TO "statement";--> statement-breakpoint
UPDATE "value_source" SET "statement" = "statement" - 'said' || jsonb_build_object('value', "statement" -> 'said');--> statement-breakpoint
UPDATE "storefront" SET "layout" = replace("layout"::text, '"cut": ', '"split": ')::jsonb WHERE "layout"::text LIKE '%"cut": %';--> statement-breakpoint
UPDATE "change" SET "differences" = replace("differences"::text, '"cut":', '"split":')::json WHERE "record" ~ '^(product-type|storefront)s?:' AND "differences"::text LIKE '%"cut":%';--> statement-breakpoint
UPDATE "change" SET "differences" = replace("differences"::text, '"said":', '"value":')::json WHERE "record" LIKE 'product:%' AND "differences"::text LIKE '%"source:%';--> statement-breakpoint
UPDATE "change_set" SET "before" = replace("before"::text, '"said":', '"value":')::json, "after" = replace("after"::text, '"said":', '"value":')::json WHERE "path" LIKE 'source:%';
