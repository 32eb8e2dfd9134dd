CREATE TABLE "change_member" (
	"set_id" bigint NOT NULL,
	"product_id" integer NOT NULL,
	CONSTRAINT "change_member_set_id_product_id_pk" PRIMARY KEY("set_id","product_id")
);
--> statement-breakpoint
CREATE TABLE "change_set" (
	"id" bigint PRIMARY KEY DEFAULT nextval('change_id_seq') NOT NULL,
	"step_id" bigint NOT NULL,
	"path" text NOT NULL,
	"before" json,
	"after" json
);
--> statement-breakpoint
CREATE TABLE "product_version" (
	"product_id" integer PRIMARY KEY NOT NULL,
	"version" integer NOT NULL,
	"changed" timestamp with time zone NOT NULL
) WITH (fillfactor = 50);
--> statement-breakpoint
INSERT INTO "product_version" ("product_id", "version", "changed") SELECT "id", "version", "changed" FROM "product" ORDER BY "id";
--> statement-breakpoint
CREATE INDEX "change_member_product" ON "change_member" USING btree ("product_id");--> statement-breakpoint
CREATE INDEX "change_set_step" ON "change_set" USING btree ("step_id");--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "changed";--> statement-breakpoint
ALTER TABLE "product" DROP COLUMN "version";