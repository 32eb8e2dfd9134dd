DROP INDEX "product_root";--> statement-breakpoint
UPDATE "change" SET "differences" = (SELECT coalesce(jsonb_agg(jsonb_build_array(d -> 'path', d -> 'before', d -> 'after') ORDER BY n), '[]') FROM jsonb_array_elements("differences") WITH ORDINALITY AS e(d, n));--> statement-breakpoint
ALTER TABLE "change" ALTER COLUMN "differences" SET DATA TYPE json;--> statement-breakpoint
ALTER TABLE "fact" ALTER COLUMN "txt" SET DATA TYPE text collate "C";--> statement-breakpoint
ALTER TABLE "fact_text" ALTER COLUMN "txt" SET DATA TYPE text collate "C";--> statement-breakpoint
ALTER TABLE "product" ALTER COLUMN "sku_folded" SET DATA TYPE text collate "C";--> statement-breakpoint
ALTER TABLE "product" ALTER COLUMN "sku_order" SET DATA TYPE text collate "C";--> statement-breakpoint
CREATE INDEX "product_family" ON "product" USING btree ("root_id","is_leaf","id","stock");--> statement-breakpoint
CREATE INDEX "product_roots" ON "product" USING btree ("type","brand","category","status","id","sku") WHERE parent_id is null;