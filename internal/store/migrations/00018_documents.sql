-- +goose Up
-- One kind of document: the club's own drills and games stand with its ladders and courses.
insert into documents (kind, id, version, saved_at, removed, body)
select 'drill', id, version, saved_at, removed, body from drills;
insert into document_versions (kind, id, version, saved_at, body)
select 'drill', drill_id, version, saved_at, body from drill_versions;
insert into documents (kind, id, version, saved_at, removed, body)
select 'game', id, version, saved_at, removed, body from game_shelf;
insert into document_versions (kind, id, version, saved_at, body)
select 'game', game_id, version, saved_at, body from game_versions;
drop table drill_versions;
drop table drills;
drop table game_versions;
drop table game_shelf;
