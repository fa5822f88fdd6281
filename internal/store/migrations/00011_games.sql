-- +goose Up
-- The club's own games, as documents; those that ship are not kept here.
create table game_shelf (
    id       text primary key,
    version  integer not null,
    saved_at integer not null,
    removed  integer not null,
    body     text not null
) strict;

-- Every state a game was saved in.
create table game_versions (
    game_id  text not null references game_shelf (id),
    version  integer not null,
    saved_at integer not null,
    body     text not null,
    primary key (game_id, version)
) strict;
