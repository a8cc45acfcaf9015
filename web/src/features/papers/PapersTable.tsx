import Box from "@mui/material/Box";
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
import { useMemo, useState } from "react";
import { Link as RouterLink } from "react-router";

import type { PaperInfo } from "../../api/client";
import { rememberOrder } from "../../api/order";
import { nonce } from "../../shared/nonce";
import { Actions, AnotherFile, FigureCell, PairCell, StateCell, type Figure } from "./cells";
import { byName, filedAs, standingOf, usedColumns } from "./rows";

interface Props {
  papers: PaperInfo[];
  assignment: number;
  selected: GridRowSelectionModel;
  onSelect: (selected: GridRowSelectionModel) => void;
  onRemove: (paper: PaperInfo) => void;
  onCheck: (paper: PaperInfo) => void;
  onNewDraft: (paper: PaperInfo, file: File) => void;
}

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
      valueGetter: (_, paper) => (paper.check_state?.counted ? paper.check_state[id] : -1),
      renderCell: ({ row }: Cell) => <FigureCell paper={row} column={id} />,
    });
    const failed: GridColDef<PaperInfo> = {
      ...figure("pages", "Pages", "Pages of the paper"),
      // Why a paper could not be read takes the place of its figures.
      colSpan: (_, paper) => (paper.check_state?.state === "failed" ? 7 : 1),
      renderCell: ({ row }: Cell) =>
        row.check_state?.state === "failed" ? (
          <div className="paper-unread">
            {row.check_state.error_message} <AnotherFile paper={row} onNewDraft={onNewDraft} />
          </div>
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
      valueGetter: (_, paper) => (paper.check_state?.counted ? paper.check_state.sources_cited : -1),
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
        sortComparator: byName,
        renderCell: ({ row }: Cell) => (
          <div className="paper-name">
            <RouterLink to={`/papers/${row.id}`} onClick={() => rememberOrder(assignment, gridFilteredSortedRowIdsSelector(grid) as number[])}>
              {row.writer || row.file_name}
            </RouterLink>
            <div>
              <span>{row.title || (row.writer ? row.file_name : "")}</span>
              {row.draft > 1 && <span> · draft {row.draft}</span>}
            </div>
          </div>
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
        renderCell: ({ row }: Cell) => (row.check_state?.counted && row.check_state.slips > 0 ? `${row.kept + row.waived} of ${row.check_state.slips}` : "–"),
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
        renderCell: ({ row }: Cell) => <Actions paper={row} onCheck={onCheck} onRemove={onRemove} />,
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
