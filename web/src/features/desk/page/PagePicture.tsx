import { strokes, type Page, type Stroke } from "../state/page";

interface Props {
  page: Page;
  which: "found" | "wanted";
  /** Whether the list is drawn, and not the text. */
  list?: boolean;
  off: boolean;
}

const USUAL = { margin: 72, spacing: 2, first: 36, size: 12 };
const LINE = 1.15;

/** A page of the paper drawn small, with its margins, its lines and its head. */
export function PagePicture({ page, which, list, off }: Props) {
  const own = page[which];
  const edge = (side: "top" | "bottom" | "left" | "right") => own[side] ?? page.wanted[side] ?? USUAL.margin;
  const frame = { left: edge("left"), top: edge("top"), width: page.width - edge("left") - edge("right"), bottom: page.height - edge("bottom") };
  const listed = list ? page.list?.[which] : undefined;
  const spacing = (list ? listed?.spacing : own.spacing) ?? USUAL.spacing;
  const pitch = Math.max((own.size ?? page.found.size ?? USUAL.size) * LINE * spacing, 8);
  const first = list ? -(listed?.hanging ?? USUAL.first) : (own.first_line ?? USUAL.first);
  const drawn = strokes(frame, pitch, first, list ? 2 : 5, listed?.gap ?? 0);
  const words = which === "found" ? "as it is" : "as it should be";
  return (
    <figure className={off ? "page-picture off" : "page-picture"}>
      <svg viewBox={`0 0 ${page.width} ${page.height}`} width="118" height={(118 * page.height) / page.width} role="img" aria-label={`The ${list ? "list" : "page"} ${words}`}>
        <rect className="sheet" width={page.width} height={page.height} />
        <rect className="frame" x={frame.left} y={frame.top} width={Math.max(frame.width, 0)} height={Math.max(frame.bottom - frame.top, 0)} />
        {drawn.map((stroke) => (
          <Line key={stroke.y} stroke={stroke} />
        ))}
        {!list && own.heads.map((head) => <Head key={head.place} head={head} page={page} left={frame.left} right={frame.left + frame.width} />)}
      </svg>
      <figcaption>{words}</figcaption>
    </figure>
  );
}

function Line({ stroke }: { stroke: Stroke }) {
  return <line x1={stroke.x} x2={stroke.x + stroke.width} y1={stroke.y} y2={stroke.y} />;
}

function Head({ head, page, left, right }: { head: { text: string; place: string }; page: Page; left: number; right: number }) {
  const [edge, side] = head.place.split(" ");
  const anchor = side === "right" ? "end" : side === "center" ? "middle" : "start";
  const x = side === "right" ? right : side === "center" ? (left + right) / 2 : left;
  return (
    <text x={x} y={edge === "bottom" ? page.height - 30 : 48} textAnchor={anchor}>
      {head.text || "—"}
    </text>
  );
}
