CREATE TABLE "kept_out" (
	"storefront" text NOT NULL,
	"sku" text collate "C" NOT NULL,
	"reason" text NOT NULL,
	"by" integer,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "kept_out_storefront_sku_pk" PRIMARY KEY("storefront","sku")
);
--> statement-breakpoint
CREATE TABLE "release_approval" (
	"release_id" integer NOT NULL,
	"person_id" integer NOT NULL,
	"verdict" text NOT NULL,
	"comment" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "release_approval_release_id_person_id_pk" PRIMARY KEY("release_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "storefront" ADD COLUMN "releasing" jsonb DEFAULT '{"approvals":0,"frozen":null}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "release" ADD COLUMN "submitted_by" integer;--> statement-breakpoint
ALTER TABLE "release" ADD COLUMN "submitted" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "release" ADD COLUMN "goes_local" text;--> statement-breakpoint
ALTER TABLE "release" ADD COLUMN "goes_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "release" ADD COLUMN "scheduled_by" integer;--> statement-breakpoint
ALTER TABLE "release" ADD COLUMN "stopped" text;--> statement-breakpoint
ALTER TABLE "release_page" ADD COLUMN "left_out" text;--> statement-breakpoint
ALTER TABLE "release_page" ADD COLUMN "left_out_by" integer;--> statement-breakpoint
ALTER TABLE "kept_out" ADD CONSTRAINT "kept_out_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "release_approval" ADD CONSTRAINT "release_approval_release_id_release_id_fk" FOREIGN KEY ("release_id") REFERENCES "public"."release"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "release_approval" ADD CONSTRAINT "release_approval_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "release" ADD CONSTRAINT "release_submitted_by_person_id_fk" FOREIGN KEY ("submitted_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "release" ADD CONSTRAINT "release_scheduled_by_person_id_fk" FOREIGN KEY ("scheduled_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "release_page" ADD CONSTRAINT "release_page_left_out_by_person_id_fk" FOREIGN KEY ("left_out_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "release_scheduled" ON "release" USING btree ("goes_at") WHERE state = 'scheduled';