with found as materialized (
  select sku from bench_flat where type in ('pannier', 'handlebar-bag') and brand = 'oxbrook' and weight < 1000 and name like 'regn%')
select (select count(*)::int from found) as count, (select array_agg(sku) from (select sku from found order by sku collate "C" limit 1000) s) as skus
