import DeleteOutline from "@mui/icons-material/DeleteOutlined";
import Replay from "@mui/icons-material/Replay";
import Box from "@mui/material/Box";
import IconButton from "@mui/material/IconButton";
import LinearProgress from "@mui/material/LinearProgress";
import Link from "@mui/material/Link";
import Paper from "@mui/material/Paper";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableContainer from "@mui/material/TableContainer";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import TableSortLabel from "@mui/material/TableSortLabel";
import Tooltip from "@mui/material/Tooltip";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useId, useMemo, useState, type RefObject } from "react";
import { Link as RouterLink } from "react-router";

import type { PaperInfo } from "../../api/client";
import { READABLE } from "../../api/vocabulary";
import { isBusy } from "../../api/paperList";

interface Props {
  papers: PaperInfo[];
  /** What scrolls, for drawing only the rows that are seen. */
  scroller: RefObject<HTMLElement | null>;
  onRemove: (paper: PaperInfo) => void;
  onCheck: (paper: PaperInfo) => void;
  onNewDraft: (paper: PaperInfo, file: File) => void;
}

type Figure = "pages" | "citations" | "sources_cited" | "unlisted" | "uncited" | "slips" | "habits";
type Column = "writer" | Figure;

const FIGURES: { id: Figure; label: string; hint: string }[] = [
  { id: "pages", label: "Pages", hint: "Pages of the paper" },
  { id: "citations", label: "Citations", hint: "Citations in the text" },
  { id: "sources_cited", label: "Cited ⇄ listed", hint: "Sources cited in the text, entries in the list" },
  { id: "unlisted", label: "Not listed", hint: "Sources cited that the list has no entry for" },
  { id: "uncited", label: "Not cited", hint: "Entries that nothing in the paper cites" },
  { id: "slips", label: "Slips", hint: "All findings" },
  { id: "habits", label: "Habits", hint: "Slips made at half of all chances or more" },
];

function figure(paper: PaperInfo, column: Figure): number {
  return paper.check_state?.[column] ?? 0;
}

const ROW_HEIGHT = 57;
const HEAD_AND_MARGIN = 120;

interface Sort {
  by: Column;
  down: boolean;
}

function sorted(papers: PaperInfo[], { by, down }: Sort): PaperInfo[] {
  const collator = new Intl.Collator();
  const names = new Map(papers.map((p) => [p.id, surname(p)]));
  return [...papers].sort((a, b) => {
    const order =
      by === "writer"
        ? collator.compare(names.get(a.id) ?? "", names.get(b.id) ?? "")
        : figure(a, by) - figure(b, by);
    return (down ? -order : order) || a.id - b.id;
  });
}

export function PapersTable({ papers, scroller, onRemove, onCheck, onNewDraft }: Props) {
  const [sort, setSort] = useState<Sort>({ by: "writer", down: false });
  const rows = useMemo(() => sorted(papers, sort), [papers, sort]);
  // eslint-disable-next-line react-hooks/incompatible-library -- what it gives is used here and nowhere kept
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    getItemKey: (index) => rows[index]?.id ?? index,
    scrollMargin: HEAD_AND_MARGIN,
    overscan: 12,
  });
  const items = virtual.getVirtualItems();
  const above = (items[0]?.start ?? HEAD_AND_MARGIN) - HEAD_AND_MARGIN;
  const below = virtual.getTotalSize() - ((items.at(-1)?.end ?? HEAD_AND_MARGIN) - HEAD_AND_MARGIN);
  const press = (by: Column) =>
    setSort((old) => ({ by, down: old.by === by ? !old.down : by !== "writer" }));
  const head = (by: Column, label: string, hint: string) => (
    <TableCell
      key={by}
      align={by === "writer" ? "left" : "right"}
      sx={{ whiteSpace: by === "sources_cited" ? "nowrap" : undefined }}
      sortDirection={sort.by === by ? (sort.down ? "desc" : "asc") : false}
    >
      <Tooltip title={hint} describeChild>
        <TableSortLabel
          active={sort.by === by}
          direction={sort.by === by && sort.down ? "desc" : "asc"}
          onClick={() => press(by)}
        >
          {label}
        </TableSortLabel>
      </Tooltip>
    </TableCell>
  );
  return (
    <TableContainer component={Paper} variant="outlined">
      <Table stickyHeader aria-label="Papers" aria-rowcount={rows.length + 1} sx={{ "& .MuiTableCell-root": { px: 1 } }}>
        <TableHead>
          <TableRow>
            {head("writer", "Writer", "By surname")}
            {FIGURES.map((f) => head(f.id, f.label, f.hint))}
            <TableCell align="right">Decided</TableCell>
            <TableCell>State</TableCell>
            <TableCell>
              <span className="visually-hidden">Actions</span>
            </TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          <Gap height={above} />
          {items.map((item) => {
            const paper = rows[item.index];
            return (
              paper && (
                <Row
                  key={paper.id}
                  paper={paper}
                  index={item.index}
                  measure={virtual.measureElement}
                  onRemove={onRemove}
                  onCheck={onCheck}
                  onNewDraft={onNewDraft}
                />
              )
            );
          })}
          <Gap height={below} />
        </TableBody>
      </Table>
    </TableContainer>
  );
}

/** The rows that are not drawn, as high as they would be. */
function Gap({ height }: { height: number }) {
  return height > 0 ? <tr aria-hidden style={{ height }} /> : null;
}

function surname(paper: PaperInfo): string {
  return paper.writer.split(" ").at(-1) ?? "";
}

interface RowProps extends Pick<Props, "onRemove" | "onCheck" | "onNewDraft"> {
  paper: PaperInfo;
  index: number;
  measure: (row: HTMLTableRowElement | null) => void;
}

function Row({ paper, index, measure, onRemove, onCheck, onNewDraft }: RowProps) {
  const check = paper.check_state;
  const done = check?.state === "done";
  const failed = check?.state === "failed";
  const decided = paper.kept + paper.waived;
  return (
    <TableRow hover ref={measure} data-index={index} aria-rowindex={index + 2}>
      <TableCell sx={{ maxWidth: 310 }}>
        <Link component={RouterLink} to={`/papers/${paper.id}`} sx={{ fontWeight: 600 }}>
          {paper.writer || paper.file_name}
        </Link>
        <Box
          sx={{ color: "text.secondary", fontFamily: "var(--book)", overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}
        >
          {paper.title || (paper.writer ? paper.file_name : "")}
          {paper.draft > 1 && ` · draft ${paper.draft}`}
        </Box>
      </TableCell>
      {failed ? (
        <TableCell colSpan={FIGURES.length + 1} sx={{ color: "error.main", maxWidth: 560 }}>
          {check.error_message} <AnotherFile paper={paper} onNewDraft={onNewDraft} />
        </TableCell>
      ) : (
        <>
          {FIGURES.map((f) => (
            <TableCell key={f.id} align="right" sx={{ fontVariantNumeric: "tabular-nums" }}>
              {done ? <FigureCell paper={paper} column={f.id} /> : "–"}
            </TableCell>
          ))}
          <TableCell align="right" sx={{ fontVariantNumeric: "tabular-nums" }}>
            {done && check.slips > 0 ? `${decided} of ${check.slips}` : "–"}
          </TableCell>
        </>
      )}
      <TableCell sx={{ minWidth: 118, whiteSpace: "nowrap" }}>
        <StateCell paper={paper} />
      </TableCell>
      <TableCell align="right" sx={{ whiteSpace: "nowrap" }}>
        <Tooltip title="Check again">
          <IconButton
            size="small"
            aria-label={`Check ${paper.writer || paper.file_name} again`}
            disabled={isBusy(paper)}
            onClick={() => onCheck(paper)}
          >
            <Replay fontSize="small" />
          </IconButton>
        </Tooltip>
        <Tooltip title="Take off the list">
          <IconButton
            size="small"
            aria-label={`Take ${paper.writer || paper.file_name} off the list`}
            onClick={() => onRemove(paper)}
          >
            <DeleteOutline fontSize="small" />
          </IconButton>
        </Tooltip>
      </TableCell>
    </TableRow>
  );
}

function FigureCell({ paper, column }: { paper: PaperInfo; column: Figure }) {
  const value = figure(paper, column);
  if (column === "sources_cited") {
    const listed = paper.check_state?.entries ?? 0;
    const agree = value === listed && !figure(paper, "unlisted") && !figure(paper, "uncited");
    return (
      <span aria-label={`${value} cited, ${listed} listed`}>
        {value} {agree ? "=" : "⇄"} {listed}
      </span>
    );
  }
  const alarming = (column === "unlisted" || column === "uncited") && value > 0;
  return (
    <Box component="span" sx={alarming ? { color: "error.main", fontWeight: 700 } : undefined}>
      {value === 0 && column !== "citations" && column !== "pages" ? "·" : value}
    </Box>
  );
}

function StateCell({ paper }: { paper: PaperInfo }) {
  const check = paper.check_state;
  switch (check?.state) {
    case "queued":
    case "running":
      return (
        <Box role="status">
          {check.state === "queued" ? "waiting" : "checking"}
          <LinearProgress aria-label="Checking" />
        </Box>
      );
    case "failed":
      return <Box sx={{ color: "error.main" }}>not read</Box>;
    case "done":
      if (check.slips === 0) return <>nothing found</>;
      return paper.kept + paper.waived >= check.slips ? <>all decided</> : <>to look at</>;
    default:
      return <>–</>;
  }
}

function AnotherFile({ paper, onNewDraft }: { paper: PaperInfo; onNewDraft: Props["onNewDraft"] }) {
  const id = useId();
  return (
    <>
      <Link component="label" htmlFor={id} sx={{ cursor: "pointer", whiteSpace: "nowrap" }}>
        Hand in another file
      </Link>
      <input
        id={id}
        type="file"
        accept={READABLE.join(",")}
        className="visually-hidden"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) onNewDraft(paper, file);
        }}
      />
    </>
  );
}
