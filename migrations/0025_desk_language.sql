-- The language in which somebody's desk is; null: that of the browser.
alter table account add column language text check (language in ('en', 'es'));
