ALTER TABLE "value" ADD COLUMN "num" double precision;--> statement-breakpoint
ALTER TABLE "value" ADD COLUMN "txt" text collate "C";--> statement-breakpoint
-- What rules compare stood beside the values; where it is a root's own value, it moves into it.
UPDATE "value" v SET "num" = f."num", "txt" = f."txt" FROM "fact" f JOIN "attribute" a ON a."id" = f."attribute_id"
	WHERE a."type" IN ('text', 'number', 'measure', 'yes-no', 'choice', 'date') AND NOT a."translatable" AND f."storefront_id" = 0 AND f."product_id" = f."root_id"
	AND v."product_id" = f."product_id" AND v."attribute_id" = f."attribute_id" AND v."storefront_id" = 0 AND v."language" = '';--> statement-breakpoint
DELETE FROM "fact" WHERE "attribute_id" IN (
	SELECT a."id" FROM "attribute" a WHERE a."type" IN ('text', 'number', 'measure', 'yes-no', 'choice', 'date') AND NOT a."translatable" AND NOT a."per_storefront"
	AND NOT EXISTS (SELECT 1 FROM "product_type" t, jsonb_array_elements(t."attributes") u
		WHERE u ->> 'attribute' = a."code" AND ((u ->> 'perVariant')::boolean OR jsonb_typeof(u -> 'default') <> 'null')));--> statement-breakpoint
CREATE INDEX "value_num" ON "value" USING btree ("attribute_id","num","product_id") WHERE num is not null;--> statement-breakpoint
CREATE INDEX "value_txt" ON "value" USING btree ("attribute_id","txt","product_id") WHERE txt is not null;
