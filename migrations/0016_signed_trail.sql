-- The head of the trail, signed with a key that is not in the database; null where there is none.
alter table trail_head add column signature bytea;
