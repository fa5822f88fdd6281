-- +goose Up
-- What this file is. base is the edition of the main file that the log beside it stands
-- on, see edition.go; demo marks the invented club, which may be built anew, and is a
-- digest of what it held when it was built; passphrase is the owner's, as argon2id keeps it.
create table club (
    one        integer primary key check (one = 1),
    id         text not null,
    demo       text not null,
    base       integer not null,
    passphrase text not null
) strict;
insert into club (one, id, demo, base, passphrase) values (1, lower(hex(randomblob(16))), '', 0, '');

-- Who may come in from elsewhere: a phone that was paired, a browser that knew the
-- passphrase. One that was signed out stays, so that what it did keeps its name.
create table devices (
    id    text primary key,
    name  text not null,
    role  text not null,
    way   text not null, -- passphrase or code
    since integer not null,
    seen  integer not null,
    ended integer not null -- 0: may come in
) strict, without rowid;

-- Sessions, by a digest of what the device's cookie says.
create table sessions (
    token  text primary key,
    data   blob not null,
    expiry integer not null
) strict, without rowid;

-- Links to one student's card, by a digest of their secret.
create table card_links (
    id         text primary key,
    student_id text not null references students (id),
    secret     text not null unique,
    made       integer not null,
    expires    integer not null,
    opened     integer not null,
    ended      integer not null
) strict, without rowid;
create index card_links_by_student on card_links (student_id);

-- Who changed what. who and role are as they were then; nothing is changed afterwards.
create table deeds (
    n      integer primary key,
    at     integer not null,
    device text not null,
    who    text not null,
    role   text not null,
    what   text not null, -- an operation of the contract
    thing  text not null  -- the id it was done to
) strict;
