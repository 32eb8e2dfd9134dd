-- Each column asked gets an index of its own, as the database's owner would give a table that is asked often.
create index on bench_flat (type);
create index on bench_flat (brand);
create index on bench_flat (weight);
create index on bench_flat (name text_pattern_ops);
analyze bench_flat;
