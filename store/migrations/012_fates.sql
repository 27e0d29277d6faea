-- What a person did with a side is no separator: set aside by hand, scanned again, moved to another batch, or not wanted.
alter table pages drop constraint pages_fate_check;
alter table pages add constraint pages_fate_check check (fate in (
  'kept', 'blank', 'separator', 'unreadable', 'held', 'set-aside', 'replaced', 'moved', 'dropped'));
update pages
set fate = case
  when pages.dropped is not null or loads.dropped then 'dropped'
  when exists (select 1 from pages as newer where newer.replaces = pages.id) and not pages.by_hand then 'replaced'
  when why like 'Moved to the batch %' then 'moved'
  else 'set-aside' end
from loads
where loads.id = pages.load_id and fate = 'separator'
  and (pages.dropped is not null or loads.dropped or pages.by_hand or exists (select 1 from pages as newer where newer.replaces = pages.id));
