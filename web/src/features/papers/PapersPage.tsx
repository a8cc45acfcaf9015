import UploadFileOutlined from "@mui/icons-material/UploadFileOutlined";
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import Snackbar from "@mui/material/Snackbar";
import Typography from "@mui/material/Typography";
import type { GridRowSelectionModel } from "@mui/x-data-grid";
import { useCallback, useMemo, useRef, useState, type DragEvent } from "react";
import { Link, useParams } from "react-router";

import { useAssignment, useHideNames } from "../../api/assignment";
import type { PaperInfo } from "../../api/client";
import { READABLE } from "../../api/vocabulary";
import { FileButton } from "../../shared/FileButton";
import { ProblemNote } from "../../shared/ProblemNote";
import { TopBar } from "../../shared/TopBar";
import { useKeys } from "../../shared/useKeys";
import { Bundles } from "./BundlesPanel";
import { notHandedIn } from "./bundles";
import { ClassListDialog } from "./ClassListDialog";
import { filesOf, isBundle } from "./dropped";
import { Many } from "./Many";
import { PapersTable } from "./PapersTable";
import { Underway } from "./Underway";
import { useBundles, useClassList } from "./useBundles";
import { useHandIn, usePaperActions, usePapers } from "./usePapers";

const SAID = 3;

/** House rules in a line: the first ones whole, and how many more. */
function houseInWords(rules: string[]): string {
  if (rules.length === 0) return "No house rules.";
  const more = rules.length - SAID;
  return `${rules.slice(0, SAID).join(" ")}${more > 0 ? ` And ${more} more.` : ""}`;
}

const NONE: GridRowSelectionModel = { type: "include", ids: new Set() };

/** The papers that are chosen: some of them, or all but some. */
function chosenIn(papers: PaperInfo[], { type, ids }: GridRowSelectionModel): number[] {
  return papers.map((paper) => paper.id).filter((id) => ids.has(id) === (type === "include"));
}

export function PapersPage() {
  const { assignmentId } = useParams();
  const id = Number(assignmentId);
  const assignment = useAssignment(id);
  const { list, away } = usePapers(id);
  const papers = list.papers;
  const { sending, handIn, dismiss, sendAgain } = useHandIn(id);
  const actions = usePaperActions(id);
  const bundles = useBundles(id);
  const classList = useClassList(assignment.data?.course);
  const names = (classList.list.data ?? []).map((writer) => writer.name);
  const hide = useHideNames(id);
  const hidden = assignment.data?.names_hidden ?? false;
  const [listing, setListing] = useState(false);
  const missing = notHandedIn(classList.list.data ?? [], papers ?? []);
  const [dragging, setDragging] = useState(false);
  const [removed, setRemoved] = useState<PaperInfo | null>(null);
  const [selected, setSelected] = useState<GridRowSelectionModel>(NONE);
  const chosen = useMemo(() => chosenIn(papers ?? [], selected), [papers, selected]);
  const handing = useRef<HTMLButtonElement>(null);
  useKeys({ u: () => handing.current?.click() });

  const drop = (event: DragEvent) => {
    event.preventDefault();
    setDragging(false);
    void filesOf(event.dataTransfer).then(hand);
  };
  const hand = (files: File[]) => {
    for (const file of files.filter((f) => isBundle(f.name))) bundles.send.mutate(file);
    const papers = files.filter((f) => !isBundle(f.name));
    if (papers.length) void handIn(papers);
  };
  const { mutate: removeOne } = actions.remove;
  const { mutate: checkOne } = actions.check;
  const { mutate: newDraft } = actions.newDraft;
  const remove = useCallback((paper: PaperInfo) => removeOne(paper.id, { onSuccess: () => setRemoved(paper) }), [removeOne, setRemoved]);
  const check = useCallback((paper: PaperInfo) => checkOne(paper.id), [checkOne]);
  const another = useCallback((paper: PaperInfo, file: File) => newDraft({ id: paper.id, file }), [newDraft]);
  const refused = sending.filter((s) => s.state === "refused");
  const underway = sending.filter((s) => s.state !== "refused");
  const failure = actions.remove.error ?? actions.restore.error ?? actions.check.error ?? actions.newDraft.error ?? hide.error;

  return (
    <Box
      sx={{ flex: 1, minHeight: 0, display: "flex", flexDirection: "column", position: "relative" }}
      onDragOver={(event) => {
        event.preventDefault();
        setDragging(true);
      }}
      onDragLeave={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setDragging(false);
      }}
      onDrop={drop}
    >
      <TopBar about={{ guide: assignment.data?.guide, assignment: assignment.data?.id }}>
        <Typography noWrap>
          {assignment.data?.course_name} · <b>{assignment.data?.title}</b>
        </Typography>
      </TopBar>
      <Box component="main" sx={{ flex: 1, minHeight: 0, overflow: "auto", p: 3, display: "flex", flexDirection: "column" }}>
        {assignment.isError && <ProblemNote problem={assignment.error} />}
        <Box sx={{ display: "flex", alignItems: "center", gap: 2, mb: 2 }}>
          <Box sx={{ flex: 1 }}>
            <Typography variant="h1">{assignment.data?.title ?? "…"}</Typography>
            <Typography color="text.secondary">
              {assignment.data && (
                <>
                  {assignment.data.guide_name}.{" "}
                  <Box component={Link} to={`/assignments/${id}/house`} sx={{ color: "primary.main" }}>
                    {houseInWords(assignment.data.house_rules)}
                  </Box>
                </>
              )}
            </Typography>
          </Box>
          {papers && papers.length > 0 && (
            <Button aria-pressed={hidden} disabled={hide.isPending} onClick={() => hide.mutate(!hidden)}>
              {hidden ? "Show names" : "Hide names"}
            </Button>
          )}
          <Button onClick={() => setListing(true)}>Class list{names.length > 0 && ` (${names.length})`}</Button>
          {papers && papers.length > 0 && (
            <Button component={Link} to={`/assignments/${id}/class`}>
              The class
            </Button>
          )}
          <Typography color="text.secondary">Drop papers anywhere here, or</Typography>
          <FileButton
            ref={handing}
            variant="contained"
            startIcon={<UploadFileOutlined />}
            what="Papers to hand in"
            accept={[...READABLE, ".zip"]}
            multiple
            onFiles={hand}
          >
            Hand in papers
          </FileButton>
        </Box>
        {failure && <Alert severity="error" sx={{ mb: 2 }}>{failure.message}</Alert>}
        <Bundles bundles={bundles} names={names} />
        {underway.length > 0 && (
          <Box sx={{ mb: 2 }} role="status">
            <Typography color="text.secondary" gutterBottom>
              Sending {(underway.find((s) => s.state === "sending") ?? underway[0])?.file.name}
              {underway.length > 1 && `, ${underway.length - 1} to follow`}
            </Typography>
            <LinearProgress aria-label="Sending" />
          </Box>
        )}
        {refused.map((s) => (
          <Alert
            key={s.key}
            severity={s.problem?.code === "same-file" ? "info" : "error"}
            sx={{ mb: 1 }}
            onClose={() => dismiss(s.key)}
            action={
              s.problem?.code === "same-file" && (
                <>
                  <Button color="inherit" size="small" component={Link} to={`/papers/${s.problem.about.paper}`}>
                    Open it
                  </Button>
                  <Button color="inherit" size="small" onClick={() => void sendAgain(s)}>
                    Take it in all the same
                  </Button>
                  <Button color="inherit" size="small" onClick={() => dismiss(s.key)}>
                    Leave it
                  </Button>
                </>
              )
            }
          >
            <b>{s.file.name}</b> was not taken in. {s.problem?.message}
          </Alert>
        ))}
        {away && <Alert severity="warning" sx={{ mb: 1 }}>{away.message}</Alert>}
        {list.isPending && <LinearProgress aria-label="Loading the papers" />}
        {list.isError && <ProblemNote problem={list.error} retry={() => void list.refetch()} />}
        {papers?.length === 0 && (
          <Typography sx={{ p: 6, textAlign: "center" }} color="text.secondary">
            No papers yet. Drop them here ({READABLE.join(", ")}), a folder of them, or a class as one .zip; each is checked as it comes in.
          </Typography>
        )}
        {papers && <Underway papers={papers} />}
        <Many assignment={id} papers={chosen} onDone={() => setSelected(NONE)} />
        {papers && papers.length > 0 && (
          <PapersTable
            papers={papers}
            assignment={id}
            selected={selected}
            onSelect={setSelected}
            onRemove={remove}
            onCheck={check}
            onNewDraft={another}
          />
        )}
        {!hidden && names.length > 0 && missing.length > 0 && papers && papers.length > 0 && (
          <p className="not-handed-in">
            <b>Not handed in ({missing.length}):</b> {missing.join(", ")}
          </p>
        )}
      </Box>
      {listing && <ClassListDialog list={classList.list.data ?? []} set={classList.set} onClose={() => setListing(false)} />}
      {dragging && (
        <Box
          sx={{
            position: "absolute",
            inset: 12,
            border: "3px dashed",
            borderColor: "primary.main",
            bgcolor: "paper.tint",
            opacity: 0.94,
            display: "grid",
            placeItems: "center",
            pointerEvents: "none",
            fontSize: "1.3rem",
            zIndex: 10,
          }}
        >
          Let go to hand in
        </Box>
      )}
      <Snackbar
        open={removed !== null}
        autoHideDuration={12_000}
        onClose={() => setRemoved(null)}
        message={`${removed?.writer || removed?.file_name} was taken off the list.`}
        action={
          <Button
            color="inherit"
            size="small"
            onClick={() => {
              if (removed) actions.restore.mutate(removed.id);
              setRemoved(null);
            }}
          >
            Undo
          </Button>
        }
      />
    </Box>
  );
}
