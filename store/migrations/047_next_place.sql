-- Where the next side of a load stands, asked at each of thousands.
create index pages_sheets on pages (batch_id, sheet);
create index pages_right_halves on pages (load_id) where half = 'right';
