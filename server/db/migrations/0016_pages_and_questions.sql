CREATE TABLE "block_kind" (
	"code" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"fields" jsonb NOT NULL,
	"many" boolean NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "campaign" (
	"code" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"note" text NOT NULL,
	"storefronts" text[] NOT NULL,
	"from_local" text,
	"to_local" text,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "kept_reach" (
	"assignment" integer NOT NULL,
	"storefront_id" smallint NOT NULL,
	"key" text NOT NULL,
	"bits" "bytea" NOT NULL,
	"as_of" timestamp with time zone NOT NULL,
	"until" timestamp with time zone,
	CONSTRAINT "kept_reach_storefront_id_assignment_pk" PRIMARY KEY("storefront_id","assignment")
);
--> statement-breakpoint
CREATE TABLE "named_rule" (
	"code" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"note" text NOT NULL,
	"rule" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "question_set" (
	"code" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"note" text NOT NULL,
	"questions" text[] NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "product_type" ADD COLUMN "cut" jsonb;--> statement-breakpoint
ALTER TABLE "storefront" ADD COLUMN "pages" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "assignment" ADD COLUMN "sets" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "assignment" ADD COLUMN "replaces" text;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "tags" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "owner" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "sign" text;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "takes" text;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "block_kind" text;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "own_of" text;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "own" jsonb;--> statement-breakpoint
ALTER TABLE "piece_text" ADD COLUMN "entries" jsonb;--> statement-breakpoint
CREATE INDEX "piece_own_of" ON "piece" USING btree ("own_of");