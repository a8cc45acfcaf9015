import { useMemo } from "react";

import { useDeskContext } from "../DeskContext";
import { capital } from "../state/firstLook";
import type { Going } from "../state/going";
import { smallPages } from "../state/pages";

/** The student's own pages, small, with where the remarks will stand on them. */
export function SmallPages({ going, without }: { going: Going[]; without: string[] }) {
  const { model } = useDeskContext();
  const pages = useMemo(() => {
    const kept = going.filter((part) => !without.includes(part.round.id)).flatMap((part) => part.kept);
    return smallPages(model.report, new Set(kept.map((matter) => matter.key)));
  }, [model.report, going, without]);
  if (pages.length === 0) return null;
  return (
    <section aria-label="Where remarks will stand">
      <h2>On their own pages</h2>
      <ol className="small-pages">
        {pages.map(({ page, remarks }) => (
          <li key={page}>
            <div className="small-page" role="img" aria-label={`${remarks.length === 1 ? "1 remark" : `${remarks.length} remarks`}: ${remarks.map((r) => r.label).join(", ")}`}>
              {remarks.map(({ key, label, at }) => (
                <span key={key} style={{ top: `${at * 100}%` }} title={capital(label)} />
              ))}
            </div>
            p. {page}
          </li>
        ))}
      </ol>
    </section>
  );
}
