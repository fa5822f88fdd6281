-- +goose Up
-- A lesson stands once, packed, for all its versions and runs that are alike; what lists show of
-- a run stands in its row. The next migration fills them.
create table texts (
    id   integer primary key,
    hash blob not null unique check (length(hash) = 32),
    body blob not null
) strict;
alter table runs add column title text not null default '';
alter table runs add column students text not null default '[]';
alter table runs add column text integer references texts (id);
alter table lesson_versions add column text integer references texts (id);
update runs set title = coalesce(lesson ->> '$.title', ''), students = coalesce(lesson -> '$.students', '[]');
