-- +goose Up
-- Coaches sign in by a name and a passphrase of their own. One who was disabled stays, so that
-- what they gave and did keeps its name.
create table coaches (
    id         text primary key,
    name       text not null,
    passphrase text not null, -- as argon2id keeps it
    since      integer not null,
    ended      integer not null -- 0: may come in
) strict, without rowid;

-- Whose device it is; null where it is the owner's, or nobody's in particular. known is a digest
-- of what a device keeps after it came in once: strangers who fail at a door do not hold it up.
alter table devices add column coach text references coaches (id);
alter table devices add column known text not null default '';
create index devices_by_known on devices (known) where known <> '';

-- How many entries a deed was about, where that says more than the deed; 0 where it does not.
alter table deeds add column number integer not null default 0;

-- Who gives a lesson.
alter table lessons add column coach text references coaches (id);
create index lessons_by_coach on lessons (coach, date) where coach is not null;
