CREATE TABLE "bench_items" (
	"list" text NOT NULL,
	"key" text NOT NULL,
	"item" json NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "bench_items_list_key_pk" PRIMARY KEY("list","key")
);
