import DeleteOutline from "@mui/icons-material/DeleteOutlined";
import Replay from "@mui/icons-material/Replay";
import Box from "@mui/material/Box";
import IconButton from "@mui/material/IconButton";
import LinearProgress from "@mui/material/LinearProgress";
import Link from "@mui/material/Link";
import Tooltip from "@mui/material/Tooltip";
import {
  DataGrid,
  gridFilteredSortedRowIdsSelector,
  useGridApiRef,
  type GridColDef,
  type GridColumnVisibilityModel,
  type GridRenderCellParams,
  type GridRowSelectionModel,
  type GridSortModel,
} from "@mui/x-data-grid";
import { useId, useMemo, useState } from "react";
import { Link as RouterLink } from "react-router";

import type { PaperInfo } from "../../api/client";
import { rememberOrder } from "../../api/order";
import { isBusy } from "../../api/paperList";
import { nonce } from "../../shared/nonce";
import { READABLE } from "../../api/vocabulary";
import { filedAs, standingOf, usedColumns } from "./rows";

interface Props {
  papers: PaperInfo[];
  assignment: number;
  selected: GridRowSelectionModel;
  onSelect: (selected: GridRowSelectionModel) => void;
  onRemove: (paper: PaperInfo) => void;
  onCheck: (paper: PaperInfo) => void;
  onNewDraft: (paper: PaperInfo, file: File) => void;
}

type Figure = "pages" | "citations" | "unlisted" | "uncited" | "slips" | "habits";
type Cell = GridRenderCellParams<PaperInfo>;

const FIGURES: { id: Figure; label: string; hint: string }[] = [
  { id: "pages", label: "Pages", hint: "Pages of the paper" },
  { id: "citations", label: "Citations", hint: "Citations in the text" },
  { id: "unlisted", label: "Not listed", hint: "Sources cited that the list has no entry for" },
  { id: "uncited", label: "Not cited", hint: "Entries that nothing in the paper cites" },
  { id: "slips", label: "Slips", hint: "All findings" },
  { id: "habits", label: "Habits", hint: "Slips made at half of all chances or more" },
];
const COLUMNS = "grelt-paper-columns";
/** More rows than that stand on further pages. */
const PAGE = 100;

function kept(): { columns: GridColumnVisibilityModel; sort: GridSortModel } {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(COLUMNS) ?? "{}");
    return { columns: {}, sort: [{ field: "writer", sort: "asc" }], ...(found as object) };
  } catch {
    return { columns: {}, sort: [{ field: "writer", sort: "asc" }] };
  }
}

/** The papers of an assignment with the figures that decide; sorted, filtered, columns chosen and kept, many chosen
 *  at once. */
export function PapersTable({ papers, assignment, selected, onSelect, onRemove, onCheck, onNewDraft }: Props) {
  const grid = useGridApiRef();
  const [{ columns: chosen, sort }, setKept] = useState(kept);
  const keep = (change: Partial<ReturnType<typeof kept>>) =>
    setKept((old) => {
      const next = { ...old, ...change };
      localStorage.setItem(COLUMNS, JSON.stringify(next));
      return next;
    });
  const used = useMemo(() => usedColumns(papers), [papers]);
  const columns = useMemo((): GridColDef<PaperInfo>[] => {
    const figure = (id: Figure, label: string, hint: string): GridColDef<PaperInfo> => ({
      field: id,
      headerName: label,
      description: hint,
      type: "number",
      width: label.length * 7 + 38,
      sortingOrder: ["desc", "asc"],
      valueGetter: (_, paper) => (paper.check_state?.state === "done" ? paper.check_state[id] : -1),
      renderCell: ({ row }: Cell) => <FigureCell paper={row} column={id} />,
    });
    const failed: GridColDef<PaperInfo> = {
      ...figure("pages", "Pages", "Pages of the paper"),
      // Why a paper could not be read takes the place of its figures.
      colSpan: (_, paper) => (paper.check_state?.state === "failed" ? 7 : 1),
      renderCell: ({ row }: Cell) =>
        row.check_state?.state === "failed" ? (
          <Box sx={{ color: "error.main", whiteSpace: "normal", lineHeight: 1.35, textAlign: "left" }}>
            {row.check_state.error_message} <AnotherFile paper={row} onNewDraft={onNewDraft} />
          </Box>
        ) : (
          <FigureCell paper={row} column="pages" />
        ),
    };
    const pair: GridColDef<PaperInfo> = {
      field: "sources_cited",
      headerName: "Cited ⇄ listed",
      description: "Sources cited in the text, entries in the list",
      type: "number",
      width: 128,
      sortingOrder: ["desc", "asc"],
      valueGetter: (_, paper) => paper.check_state?.sources_cited ?? -1,
      renderCell: ({ row }: Cell) => <PairCell paper={row} />,
    };
    const asked: GridColDef<PaperInfo>[] = [
      { field: "unmet", headerName: "Not met", description: "Requirements of the assignment that are not met", type: "number", width: 92, valueGetter: (_, p) => p.check_state?.unmet ?? 0 },
      { field: "points", headerName: "Points lost", description: "By the house rules", type: "number", width: 108, valueGetter: (_, p) => p.check_state?.points ?? null },
      { field: "verdict", headerName: "Verdict", description: "Proposed by the house rules", width: 100, valueGetter: (_, p) => p.check_state?.verdict ?? "" },
    ];
    const [, ...figures] = FIGURES.map((f) => figure(f.id, f.label, f.hint));
    return [
      {
        field: "writer",
        headerName: "Writer",
        description: "By family name",
        flex: 1,
        minWidth: 210,
        hideable: false,
        valueGetter: (_, paper) => filedAs(paper.writer || paper.file_name),
        renderCell: ({ row }: Cell) => (
          <Box sx={{ lineHeight: 1.3, minWidth: 0 }}>
            <Link
              component={RouterLink}
              to={`/papers/${row.id}`}
              sx={{ fontWeight: 600 }}
              onClick={() => rememberOrder(assignment, gridFilteredSortedRowIdsSelector(grid) as number[])}
            >
              {row.writer || row.file_name}
            </Link>
            <Box sx={{ color: "text.secondary", fontFamily: "var(--book)", fontSize: 13, overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
              {row.title || (row.writer ? row.file_name : "")}
              {row.draft > 1 && ` · draft ${row.draft}`}
            </Box>
          </Box>
        ),
      },
      failed,
      ...figures.slice(0, 1),
      pair,
      ...figures.slice(1),
      {
        field: "decided",
        headerName: "Decided",
        description: "Findings kept or waived",
        type: "number",
        width: 96,
        valueGetter: (_, paper) => paper.kept + paper.waived,
        renderCell: ({ row }: Cell) => (row.check_state?.state === "done" && row.check_state.slips > 0 ? `${row.kept + row.waived} of ${row.check_state.slips}` : "–"),
      },
      ...asked.filter((column) => used[column.field as keyof typeof used]),
      {
        field: "state",
        headerName: "State",
        type: "singleSelect",
        valueOptions: ["to look at", "in hand", "cleared", "returned", "not read", "waiting", "checking"],
        width: 118,
        valueGetter: (_, paper) => standingOf(paper),
        renderCell: ({ row }: Cell) => <StateCell paper={row} />,
      },
      {
        field: "actions",
        headerName: "",
        sortable: false,
        filterable: false,
        hideable: false,
        disableColumnMenu: true,
        width: 92,
        renderHeader: () => <span className="visually-hidden">Actions</span>,
        renderCell: ({ row }: Cell) => (
          <>
            <Tooltip title="Check again">
              <IconButton size="small" aria-label={`Check ${row.writer || row.file_name} again`} disabled={isBusy(row)} onClick={() => onCheck(row)}>
                <Replay fontSize="small" />
              </IconButton>
            </Tooltip>
            <Tooltip title="Take off the list">
              <IconButton size="small" aria-label={`Take ${row.writer || row.file_name} off the list`} onClick={() => onRemove(row)}>
                <DeleteOutline fontSize="small" />
              </IconButton>
            </Tooltip>
          </>
        ),
      },
    ];
  }, [assignment, grid, used, onCheck, onNewDraft, onRemove]);
  return (
    <Box sx={{ flex: 1, minHeight: 260 }}>
      <DataGrid
        apiRef={grid}
        {...(nonce ? { nonce } : {})}
        aria-label="Papers"
        rows={papers}
        columns={columns}
        rowHeight={56}
        columnHeaderHeight={40}
        hideFooter={papers.length <= PAGE}
        pageSizeOptions={[PAGE]}
        initialState={{ pagination: { paginationModel: { pageSize: PAGE } } }}
        checkboxSelection
        disableRowSelectionOnClick
        rowSelectionModel={selected}
        onRowSelectionModelChange={onSelect}
        columnVisibilityModel={chosen}
        onColumnVisibilityModelChange={(columns) => keep({ columns })}
        sortModel={sort}
        onSortModelChange={(next) => keep({ sort: next })}
        sx={{ bgcolor: "var(--sheet)", "& .MuiDataGrid-cell": { display: "flex", alignItems: "center", fontVariantNumeric: "tabular-nums" }, "& .MuiDataGrid-cell--textRight": { justifyContent: "flex-end" } }}
      />
    </Box>
  );
}

function FigureCell({ paper, column }: { paper: PaperInfo; column: Figure }) {
  if (paper.check_state?.state !== "done") return <>–</>;
  const value = paper.check_state[column];
  const alarming = (column === "unlisted" || column === "uncited") && value > 0;
  return (
    <Box component="span" sx={alarming ? { color: "error.main", fontWeight: 700 } : undefined}>
      {value === 0 && column !== "citations" && column !== "pages" ? "·" : value}
    </Box>
  );
}

function PairCell({ paper }: { paper: PaperInfo }) {
  const check = paper.check_state;
  if (check?.state !== "done") return <>–</>;
  const agree = check.sources_cited === check.entries && !check.unlisted && !check.uncited;
  return (
    <span aria-label={`${check.sources_cited} cited, ${check.entries} listed`} role="img">
      {check.sources_cited} {agree ? "=" : "⇄"} {check.entries}
    </span>
  );
}

function StateCell({ paper }: { paper: PaperInfo }) {
  const standing = standingOf(paper);
  if (standing === "waiting" || standing === "checking") {
    return (
      <Box role="status" sx={{ width: "100%" }}>
        {standing}
        <LinearProgress aria-label="Checking" />
      </Box>
    );
  }
  if (standing === "not read") return <Box sx={{ color: "error.main" }}>not read</Box>;
  return <>{standing === "cleared" && paper.check_state?.slips === 0 ? "nothing found" : standing}</>;
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
