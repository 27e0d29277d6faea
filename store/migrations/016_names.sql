-- People are known by name whatever its case; of those who differed by it alone, the later ones get a mark.
update people set name = name || ' ' || left(id::text, 4)
where id in (select id from (select id, row_number() over (partition by lower(name) order by id) as number from people) as alike where number > 1);
create unique index people_by_name on people (lower(name));
