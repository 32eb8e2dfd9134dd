-- One typed row a product: what somebody would write who knew the four conditions and nothing else.
drop table if exists bench_flat;
create table bench_flat as
  select p.id, p.sku, p.type, p.brand,
    (select case v.value ->> 'unit' when 'kg' then 1000 else 1 end * (v.value ->> 'value')::float8 from value v join attribute a on a.id = v.attribute_id where v.product_id = p.id and a.code = 'weight') as weight,
    (select lower(v.value #>> '{}') from value v join attribute a on a.id = v.attribute_id where v.product_id = p.id and a.code = 'name' and v.language = 'en-GB' and v.storefront_id = 0) as name
  from product p where p.id = p.root_id;
alter table bench_flat add primary key (id);
analyze bench_flat;
