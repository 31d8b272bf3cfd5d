-- A question about many cases whose answer whoever has such a case is reminded of, from a moment on.
alter table what_if add column reminds_since timestamptz;
create index what_if_reminding on what_if (reminds_since) where reminds_since is not null;
