"""What earlier releases did otherwise: where their data lies, and whose its tables are."""

from __future__ import annotations

import hashlib
from pathlib import Path

from .paths import ROOT

ROLE = "grelt"


def earlier_place() -> Path | None:
    """The folder of the system where they put the data, named by a hash of the checkout's folder."""
    name = hashlib.sha256(str(ROOT).encode()).hexdigest()[:10]
    place = Path("/var/lib/postgresql") / f"grelt-{name}" / "data"
    return place if place.is_dir() else None


# Gives the tables, and what belongs to them, to the application's own role.
HAND_OVER = f"""
DO $$ DECLARE item record; BEGIN
  FOR item IN SELECT c.oid::regclass AS name FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
    WHERE n.nspname = 'public' AND c.relkind IN ('r', 'v', 'S') AND NOT EXISTS (
      SELECT 1 FROM pg_depend d WHERE d.objid = c.oid AND d.deptype IN ('a', 'i') AND c.relkind = 'S') LOOP
    EXECUTE format('ALTER TABLE %s OWNER TO {ROLE}', item.name);
  END LOOP;
  FOR item IN SELECT p.oid::regprocedure AS name FROM pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace
    WHERE n.nspname = 'public' LOOP
    EXECUTE format('ALTER FUNCTION %s OWNER TO {ROLE}', item.name);
  END LOOP;
  FOR item IN SELECT t.oid::regtype AS name FROM pg_type t JOIN pg_namespace n ON n.oid = t.typnamespace
    WHERE n.nspname = 'public' AND t.typtype IN ('e', 'd') LOOP
    EXECUTE format('ALTER TYPE %s OWNER TO {ROLE}', item.name);
  END LOOP;
  FOR item IN SELECT t.oid::regtype AS name FROM pg_type t JOIN pg_namespace n ON n.oid = t.typnamespace
    JOIN pg_class c ON c.oid = t.typrelid
    WHERE n.nspname = 'public' AND t.typtype = 'c' AND c.relkind = 'c' LOOP
    EXECUTE format('ALTER TYPE %s OWNER TO {ROLE}', item.name);
  END LOOP;
  EXECUTE 'ALTER SCHEMA public OWNER TO {ROLE}';
END $$
"""
