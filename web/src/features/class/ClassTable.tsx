import { useRef, useState, type KeyboardEvent } from "react";
import { Link, useNavigate } from "react-router";

import { cellOf, cellSaid, hundredths, moved, shade, type Picture } from "./figures";

/** Writers down, rules across in the order of the work. A cell is walked to by arrow keys and leads to its places. */
export function ClassTable({ picture }: { picture: Picture }) {
  const { rules, rows } = picture;
  const [at, setAt] = useState<readonly [number, number]>([0, 0]);
  const table = useRef<HTMLTableElement>(null);
  const navigate = useNavigate();
  if (rules.length === 0) return <p className="class-quiet">Nobody slipped on anything.</p>;
  const walk = (event: KeyboardEvent) => {
    const next = moved(at, event.key, rows.length, rules.length);
    if (!next) return;
    event.preventDefault();
    event.stopPropagation();
    setAt(next);
    table.current?.querySelector<HTMLElement>(`[data-at="${next[0]} ${next[1]}"]`)?.focus();
  };
  return (
    <div className="class-scroll">
      <table className="class-table" ref={table} onKeyDown={walk}>
        <caption className="visually-hidden">Share of chances missed, by writer and rule</caption>
        <thead>
          <tr>
            <td />
            {rules.map((rule) => (
              <th key={rule.rule} scope="col" title={`${rule.writers} of ${picture.papers} writers`}>
                <span>{rule.label}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, r) => (
            <tr key={row.paper} className={row.state === "read on" ? "read" : row.state === "send back" ? "back" : undefined}>
              <th scope="row">
                <Link to={row.address} title={`${row.state}; ${row.slips === 1 ? "1 slip" : `${row.slips} slips`}${row.unmet.length ? `; not met: ${row.unmet.map((u) => u.wanted).join(", ")}` : ""}`}>
                  {row.writer}
                </Link>
                {row.state !== "mend" && <small>{row.state === "read on" ? "can be read" : "goes back"}</small>}
              </th>
              {row.cells.map((raw, c) => {
                const cell = cellOf(raw);
                const rule = rules[c]!;
                const missed = cell !== null && cell[0] > 0;
                const here = at[0] === r && at[1] === c;
                return (
                  <td key={rule.rule} className={missed ? `s${shade(cell[0], cell[1])}` : undefined}>
                    <button
                      type="button"
                      data-at={`${r} ${c}`}
                      tabIndex={here ? 0 : -1}
                      aria-label={`${row.writer}, ${rule.label}: ${cellSaid(cell)}`}
                      title={`${rule.label}: ${cellSaid(cell)}`}
                      onFocus={() => setAt([r, c])}
                      onClick={() => missed && void navigate(`${row.address}?round=${rule.round}&rule=${rule.rule}`)}
                    >
                      {cell === null ? "·" : missed ? hundredths(cell[0], cell[1]) : ""}
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">the class</th>
            {rules.map((rule) => (
              <td key={rule.rule}>{hundredths(rule.broken, rule.chances)}</td>
            ))}
          </tr>
        </tfoot>
      </table>
      <p className="class-quiet">
        A figure is the share of chances missed, in hundredths; a blank is none, a dot nothing to miss. Whoever can be read now stands first.
      </p>
    </div>
  );
}
