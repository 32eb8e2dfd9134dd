CREATE TABLE "delivery_key" (
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"hash" "bytea" NOT NULL,
	"storefronts" text[] NOT NULL,
	"made_by" integer,
	"made" timestamp with time zone NOT NULL,
	"used" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "delivery_key" ADD CONSTRAINT "delivery_key_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "delivery_key_hash" ON "delivery_key" USING btree ("hash");