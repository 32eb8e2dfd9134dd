CREATE TABLE "connection_state" (
	"code" text PRIMARY KEY NOT NULL,
	"secret" "bytea",
	"verified_address" text,
	"verified" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "message" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"connection" text NOT NULL,
	"event" text NOT NULL,
	"storefront" text,
	"data" jsonb NOT NULL,
	"created" timestamp with time zone NOT NULL,
	"state" text NOT NULL,
	"due" timestamp with time zone NOT NULL,
	"tries" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "message_try" (
	"message_id" bigint NOT NULL,
	"n" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"status" integer,
	"took" integer NOT NULL,
	"problem" text,
	CONSTRAINT "message_try_message_id_n_pk" PRIMARY KEY("message_id","n")
);
--> statement-breakpoint
ALTER TABLE "message_try" ADD CONSTRAINT "message_try_message_id_message_id_fk" FOREIGN KEY ("message_id") REFERENCES "public"."message"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "message_due" ON "message" USING btree ("due") WHERE state = 'waiting';--> statement-breakpoint
CREATE INDEX "message_connection" ON "message" USING btree ("connection","id");