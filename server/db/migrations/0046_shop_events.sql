CREATE TABLE "order_line" (
	"storefront" text NOT NULL,
	"order_key" text collate "C" NOT NULL,
	"sku" text collate "C" NOT NULL,
	"quantity" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "order_line_storefront_order_key_sku_pk" PRIMARY KEY("storefront","order_key","sku")
);
--> statement-breakpoint
CREATE TABLE "shop_event" (
	"storefront" text NOT NULL,
	"key" text collate "C" NOT NULL,
	"type" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"visitor" text collate "C" NOT NULL,
	"language" text,
	"sku" text collate "C",
	"quantity" integer,
	CONSTRAINT "shop_event_storefront_key_pk" PRIMARY KEY("storefront","key")
);
--> statement-breakpoint
CREATE INDEX "order_line_at" ON "order_line" USING btree ("storefront","at");--> statement-breakpoint
CREATE INDEX "shop_event_at" ON "shop_event" USING btree ("storefront","type","at");