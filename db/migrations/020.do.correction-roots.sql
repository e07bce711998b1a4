-- The entry that each correction is about in the end, and through how many corrections: a chain of them is never walked at a touch.
-- A projection: `npm run rebuild` fills it again from the ledger.
CREATE TABLE correction (
  id    uuid PRIMARY KEY,
  root  uuid NOT NULL,
  depth integer NOT NULL -- 1: it corrects the root itself
);
CREATE INDEX correction_root ON correction (root);

INSERT INTO correction (id, root, depth)
WITH RECURSIVE hanging AS (
  SELECT c.id, c.corrects AS root, 1 AS depth
  FROM ledger c JOIN ledger t ON t.id = c.corrects
  WHERE c.kind = 'correction' AND t.kind <> 'correction'
  UNION ALL
  SELECT c.id, hanging.root, hanging.depth + 1
  FROM hanging JOIN ledger c ON c.corrects = hanging.id)
SELECT id, root, depth FROM hanging;
