DROP INDEX "product_roots";--> statement-breakpoint
CREATE INDEX "product_roots" ON "product" USING btree ("type","brand","category","status","id","sku","categories") WHERE parent_id is null;