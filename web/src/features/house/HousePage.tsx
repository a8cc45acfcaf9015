import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import MenuItem from "@mui/material/MenuItem";
import Snackbar from "@mui/material/Snackbar";
import TextField from "@mui/material/TextField";
import { useMemo, useRef, useState } from "react";
import { Link, useParams } from "react-router";

import "./house.css";

import type { Schemas } from "../../api/client";
import { useGuides } from "../../api/guides";
import { FileButton } from "../../shared/FileButton";
import { ProblemNote } from "../../shared/ProblemNote";
import { TopBar } from "../../shared/TopBar";
import { useKeys } from "../../shared/useKeys";
import { Beforehand } from "./Beforehand";
import { Choice } from "./Choice";
import { OwnKinds } from "./OwnKinds";
import { RulesOneByOne } from "./RulesOneByOne";
import { fits, sentenceOf } from "./sentence";
import { chosen, countOf, sameTables, tablesOf, valueOf, withSetting, type Tables } from "./tables";
import { useCourses, useHouseTable, usePreview, useReadFile, useSaveAssignment, useSaveCourse } from "./useHouse";

type Course = Schemas["CourseSchema"];
type Assignment = Schemas["AssignmentSchema"];

/** The house rules of an assignment, over those of its course and over the guide. */
export function AssignmentHousePage() {
  const id = Number(useParams()["assignmentId"]);
  const courses = useCourses();
  const course = courses.data?.find((c) => c.assignments.some((a) => a.id === id));
  const assignment = course?.assignments.find((a) => a.id === id);
  const save = useSaveAssignment(id);
  if (courses.isError) return <ProblemNote problem={courses.error} retry={() => void courses.refetch()} />;
  if (!courses.data) return <LinearProgress aria-label="Loading the house rules" />;
  if (!course || !assignment) return <ProblemNote problem={new Error("There is no such assignment among yours.")} />;
  return (
    <House
      key={assignment.id}
      courses={courses.data}
      course={course}
      assignment={assignment}
      saved={tablesOf(assignment.house)}
      under={tablesOf(course.house)}
      guide={assignment.guide}
      save={save}
    />
  );
}

/** The house rules of a course, which each of its assignments may change. */
export function CourseHousePage() {
  const id = Number(useParams()["courseId"]);
  const courses = useCourses();
  const course = courses.data?.find((c) => c.id === id);
  const save = useSaveCourse(id);
  if (courses.isError) return <ProblemNote problem={courses.error} retry={() => void courses.refetch()} />;
  if (!courses.data) return <LinearProgress aria-label="Loading the house rules" />;
  if (!course) return <ProblemNote problem={new Error("There is no such course among yours.")} />;
  return (
    <House
      key={course.id}
      courses={courses.data}
      course={course}
      saved={tablesOf(course.house)}
      under={{}}
      guide={course.assignments[0]?.guide ?? "mla-9"}
      save={save}
    />
  );
}

const OTHERWISE = ["all as the guide has it", "1 thing other than the guide"];

interface Props {
  courses: Course[];
  course: Course;
  assignment?: Assignment;
  saved: Tables;
  under: Tables;
  guide: string;
  save: ReturnType<typeof useSaveAssignment> | ReturnType<typeof useSaveCourse>;
}

function House({ courses, course, assignment, saved, under, guide: savedGuide, save }: Props) {
  const [house, setHouse] = useState(saved);
  const [guide, setGuide] = useState(savedGuide);
  const [words, setWords] = useState("");
  const [onlySet, setOnlySet] = useState(false);
  const [undo, setUndo] = useState<{ guide: string; house: Tables } | null>(null);
  const table = useHouseTable(guide);
  const guides = useGuides();
  const file = useReadFile();
  const search = useRef<HTMLInputElement>(null);
  const changed = guide !== savedGuide || !sameTables(house, saved);
  const { preview, error } = usePreview({ course: course.id, assignment: assignment?.id }, guide, house, changed);
  useKeys({ "/": () => search.current?.focus() });
  const options = useMemo(() => (table.data?.groups ?? []).flatMap((group) => group.options), [table.data]);
  const value = (key: string, usual: string) => valueOf(house, under, "house", key, usual);
  // What differed when the page was opened comes first; nothing moves while somebody chooses.
  const first = (key: string) => Number(saved.house?.[key] === undefined && under.house?.[key] === undefined);
  const count = options.filter((o) => value(o.key, o.default) !== o.default).length + countOf({ ...house, house: undefined });
  const put = (next: { guide: string; house: Tables }, before: { guide: string; house: Tables } | null) =>
    save.mutate(next, { onSuccess: () => setUndo(before) });
  const from = (start: string) => {
    if (start === "guide") setHouse({});
    const other = courses.flatMap((c) => c.assignments).find((a) => String(a.id) === start);
    if (other) {
      setHouse(tablesOf(other.house));
      if (assignment) setGuide(other.guide);
    }
  };
  const name = guides.data?.find((g) => g.id === guide)?.name ?? "The guide";
  return (
    <>
      <TopBar about={{ guide, assignment: assignment?.id }}>
        <Link to="/">{course.name}</Link>
        {assignment && <Link to={`/assignments/${assignment.id}`}>{assignment.title}</Link>}
        <b>House rules</b>
      </TopBar>
      <main className="panes house">
        <div className="house-page">
          <header>
            <h1>
              {assignment ? `${name}, as this assignment wants it` : "The guide, as this course wants it"}
            </h1>
            <button type="button" className="house-more" aria-pressed={onlySet} onClick={() => setOnlySet(!onlySet)}>
              {OTHERWISE[count] ?? `${count} things other than the guide`}
            </button>
            <TextField
              size="small"
              inputRef={search}
              placeholder="find a rule  /"
              value={words}
              onChange={(event) => setWords(event.target.value)}
              onKeyDown={(event) => {
                if (event.key === "Escape") {
                  setWords("");
                  search.current?.blur();
                }
              }}
              slotProps={{ htmlInput: { "aria-label": "Find a rule" } }}
            />
          </header>
          {table.isError && <ProblemNote problem={table.error} retry={() => void table.refetch()} />}
          {table.isPending && <LinearProgress aria-label="Loading the house rules" />}
          {table.data?.groups.map((group) => {
            const shown = group.options
              .filter((o) => !onlySet || value(o.key, o.default) !== o.default)
              .filter((o) => fits(words, o.key.replaceAll("_", " "), ...o.choices.map((c) => c.sentence), o.before, o.after))
              .sort((one, other) => first(one.key) - first(other.key));
            if (shown.length === 0) return null;
            return (
              <section key={group.title} className="house-group" aria-label={group.title}>
                <h2>{group.title}</h2>
                <p>
                  {shown.map((option) => (
                    <Choice
                      key={option.key}
                      option={option}
                      value={value(option.key, option.default)}
                      differs={value(option.key, option.default) !== option.default}
                      onChoose={(v) => setHouse(chosen(house, under, "house", option.key, v, option.default))}
                    />
                  ))}
                </p>
              </section>
            );
          })}
          {table.data && (
            <OwnKinds
              table={table.data}
              noted={guides.data?.find((g) => g.id === guide)?.system === "notes"}
              house={house}
              course={under}
              words={words}
              onSet={setHouse}
            />
          )}
          {table.data && (
            <RulesOneByOne
              rules={table.data.rules}
              house={house}
              course={under}
              words={words}
              counted={value("points", "off") !== "off"}
              onSet={(which, rule, v) => setHouse(withSetting(house, which, rule, v))}
            />
          )}
        </div>
        <aside className="house-side" aria-label="Before it is saved">
          <div className="house-start">
            {assignment && (
              <TextField select size="small" label="Guide" value={guides.data ? guide : ""} onChange={(e) => setGuide(e.target.value)}>
                {(guides.data ?? []).map((g) => (
                  <MenuItem key={g.id} value={g.id} dense>
                    {g.name}
                  </MenuItem>
                ))}
              </TextField>
            )}
            <TextField select size="small" label="Start from" value="" onChange={(e) => from(e.target.value)}>
              <MenuItem value="guide" dense>
                the guide alone
              </MenuItem>
              {courses.flatMap((c) =>
                c.assignments
                  .filter((a) => a.id !== assignment?.id)
                  .map((a) => (
                    <MenuItem key={a.id} value={String(a.id)} dense>
                      {c.name}: {a.title}
                    </MenuItem>
                  )),
              )}
            </TextField>
            <FileButton
              size="small"
              what="House rules from a file"
              accept={[".toml"]}
              onFiles={([picked]) => {
                if (picked) file.mutate(picked, { onSuccess: (read) => setHouse(tablesOf(read.house)) });
              }}
            >
              From a file
            </FileButton>
          </div>
          {file.error && <ProblemNote problem={file.error} />}
          <h2>If you save this</h2>
          <Beforehand preview={preview} error={error} changed={changed} rules={table.data?.rules ?? []} />
          {!assignment && (
            <p className="house-quiet">
              {course.assignments.length === 1 ? "The one assignment" : `All ${course.assignments.length} assignments`} of the
              course go by this, but for what they set themselves; their papers are checked again.
            </p>
          )}
          <Changes options={options} before={saved} after={house} under={under} />
          {save.error && <ProblemNote problem={save.error} />}
          <footer>
            <Button
              variant="contained"
              disabled={!changed || save.isPending}
              onClick={() => put({ guide, house }, { guide: savedGuide, house: saved })}
            >
              Save and check again
            </Button>
            <Button
              variant="outlined"
              disabled={!changed}
              onClick={() => {
                setHouse(saved);
                setGuide(savedGuide);
              }}
            >
              Leave as it was
            </Button>
            {assignment && <a href={`/api/assignments/${assignment.id}/house.toml`}>as a file</a>}
          </footer>
        </aside>
      </main>
      <Snackbar
        open={undo !== null}
        autoHideDuration={15_000}
        onClose={(_, reason) => reason !== "clickaway" && setUndo(null)}
        message="Saved. The papers are being checked again; decisions stay."
        action={
          <Button
            color="inherit"
            size="small"
            onClick={() => {
              if (undo) {
                setHouse(undo.house);
                setGuide(undo.guide);
                put(undo, null);
              }
            }}
          >
            Undo
          </Button>
        }
      />
    </>
  );
}

interface ChangesProps {
  options: Parameters<typeof sentenceOf>[0][];
  before: Tables;
  after: Tables;
  under: Tables;
}

/** What is set otherwise than it is saved, in words. */
function Changes({ options, before, after, under }: ChangesProps) {
  const turned = options.filter(
    (o) => valueOf(before, under, "house", o.key, o.default) !== valueOf(after, under, "house", o.key, o.default),
  );
  if (turned.length === 0) return null;
  return (
    <>
      <h3>What you changed</h3>
      <ul className="house-changes">
        {turned.map((option) => {
          const { before: start, choice, after: end } = sentenceOf(option, valueOf(after, under, "house", option.key, option.default));
          return <li key={option.key}>{`${start}${choice}${end}`}</li>;
        })}
      </ul>
    </>
  );
}
