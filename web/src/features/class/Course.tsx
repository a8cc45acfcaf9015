import type { Schemas } from "../../api/client";

const MOST = 8;

interface Props {
  term: Schemas["TermSchema"];
  title: string;
  words: string;
  all?: boolean;
}

/** How the class did on a slip, stage by stage: a small line each, and its figures. */
export function Course({ term, title, words, all = false }: Props) {
  const shown = all ? term.rules : term.rules.slice(0, MOST);
  if (shown.length === 0) return null;
  // All lines have one measure, so that they can be held beside one another.
  const most = Math.max(0.01, ...shown.flatMap((course) => course.shares.map((share) => share ?? 0)));
  return (
    <section className="class-course" aria-label={title}>
      <h2>{title}</h2>
      <p className="class-quiet">{words}</p>
      <table>
        <thead>
          <tr>
            <td />
            {term.stages.map((stage) => (
              <th key={stage} scope="col">
                {stage}
              </th>
            ))}
            <td />
          </tr>
        </thead>
        <tbody>
          {shown.map((course) => (
            <tr key={course.rule}>
              <th scope="row">{course.label}</th>
              {course.shares.map((share, index) => (
                <td key={index}>{share === null ? "·" : Math.round(share * 100)}</td>
              ))}
              <td>
                <Line shares={course.shares} most={most} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

const [WIDE, HIGH] = [90, 20];

function Line({ shares, most }: { shares: (number | null)[]; most: number }) {
  const step = WIDE / Math.max(1, shares.length - 1);
  const points = shares.flatMap((share, index) => (share === null ? [] : [[index * step + 3, HIGH - (share / most) * (HIGH - 6) - 3] as const]));
  return (
    <svg width={WIDE + 6} height={HIGH} aria-hidden>
      <polyline points={points.map((p) => p.join(",")).join(" ")} />
      {points.map(([x, y]) => (
        <circle key={x} cx={x} cy={y} r="2.5" />
      ))}
    </svg>
  );
}
