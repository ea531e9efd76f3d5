-- Counts of limits need not survive a crash: without a log they cost no flush to disk, and a visitor's requests do not queue behind one another for it.
ALTER TABLE "rate_limit" SET UNLOGGED;
