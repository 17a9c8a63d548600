-- Up Migration
-- Indexes that a practice's people are found by, and without two that only cost: a log is read by when it arrived.

create index account_practice on account (practice_id);
create index invitation_practice on invitation (practice_id) where practice_id is not null;
drop index entry_client;
drop index report_client;

-- Down Migration
create index report_client on report (practice_id, client_id, at);
create index entry_client on entry (practice_id, client_id, at);
drop index invitation_practice;
drop index account_practice;
