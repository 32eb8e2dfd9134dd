CREATE TABLE "change_stretch" (
	"set_id" bigint NOT NULL,
	"stretch" integer NOT NULL,
	"products" bit(1024) NOT NULL,
	CONSTRAINT "change_stretch_set_id_stretch_pk" PRIMARY KEY("set_id","stretch")
);
--> statement-breakpoint
INSERT INTO "change_stretch" ("set_id", "stretch", "products")
	SELECT "set_id", "product_id" / 1024, bit_or(set_bit(repeat('0', 1024)::bit(1024), "product_id" % 1024, 1)) FROM "change_member" GROUP BY 1, 2;
--> statement-breakpoint
DROP TABLE "change_member";--> statement-breakpoint
CREATE INDEX "change_stretch_products" ON "change_stretch" USING btree ("stretch","set_id");