import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import { useState } from "react";

import "./bundles.css";

import { ProblemNote } from "../../shared/ProblemNote";
import { namedTwice, takeable, type Bundle } from "./bundles";
import type { useBundles } from "./useBundles";

interface Props {
  bundles: ReturnType<typeof useBundles>;
  names: string[];
}

/** Classes handed in as one file: whose each of their files is, before they are taken in; what became of them. */
export function Bundles({ bundles, names }: Props) {
  const { list, send, take, putAway } = bundles;
  const problem = send.error ?? take.error ?? putAway.error;
  return (
    <>
      {send.isPending && (
        <div role="status" className="bundle">
          Sending {send.variables.name} … <LinearProgress aria-label="Sending" />
        </div>
      )}
      {problem && <ProblemNote problem={problem} />}
      {(list.data ?? []).map((bundle) => (
        <One key={bundle.id} bundle={bundle} names={names} busy={take.isPending} onTake={take.mutate} onPutAway={() => putAway.mutate(bundle.id)} />
      ))}
      <datalist id="class-list">
        {names.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
    </>
  );
}

/** What a writer was told by. */
const TOLD: Record<string, string> = { file: "by the file’s name", paper: "by the first page" };

interface OneProps {
  bundle: Bundle;
  names: string[];
  busy: boolean;
  onTake: (asked: { id: number; writers: Record<string, string>; without: number[] }) => void;
  onPutAway: () => void;
}

function One({ bundle, names, busy, onTake, onPutAway }: OneProps) {
  const [writers, setWriters] = useState<ReadonlyMap<number, string>>(new Map());
  const [without, setWithout] = useState<ReadonlySet<number>>(new Set());
  if (bundle.state === "unpacking") {
    return (
      <div role="status" className="bundle">
        Unpacking {bundle.file_name} … You can leave the page; it goes on. <LinearProgress aria-label="Unpacking" />
      </div>
    );
  }
  const failed = bundle.files.filter((file) => file.problem !== "");
  if (bundle.state === "failed" || bundle.state === "taken") {
    const taken = bundle.files.filter((file) => file.paper !== null).length;
    return (
      <Alert severity={bundle.state === "failed" ? "error" : failed.length > 0 ? "warning" : "success"} onClose={onPutAway} sx={{ mb: 1 }}>
        <b>{bundle.file_name}</b>
        {bundle.state === "failed" ? ` was not taken in. ${bundle.problem}` : `: ${taken === 1 ? "1 paper" : `${taken} papers`} taken in.`}
        {bundle.state === "taken" && failed.length > 0 && (
          <ul className="bundle-failed">
            {failed.map((file) => (
              <li key={file.id}>
                <b>{file.path}</b> {file.problem}
              </li>
            ))}
          </ul>
        )}
      </Alert>
    );
  }
  const files = takeable(bundle);
  const twice = namedTwice(files, writers);
  const wanted = files.filter((file) => !without.has(file.id));
  return (
    <section className="bundle" aria-label={`To take in: ${bundle.file_name}`}>
      <h2>
        {bundle.file_name}: {files.length === 1 ? "1 paper" : `${files.length} papers`} to take in
        {failed.length > 0 && `, ${failed.length === 1 ? "1 file" : `${failed.length} files`} left out`}
        <span>
          Whose is each? As the papers say themselves{names.length > 0 ? ", or their files’ names, by the class list" : ""}; put right what is not so.
        </span>
      </h2>
      <div className="bundle-files">
        <table>
          <tbody>
            {files.map((file) => {
              const name = writers.get(file.id) ?? file.writer;
              const off = without.has(file.id);
              return (
                <tr key={file.id} className={off ? "off" : undefined}>
                  <td>
                    <input
                      type="checkbox"
                      checked={!off}
                      aria-label={`Take in ${file.path}`}
                      onChange={() => {
                        const next = new Set(without);
                        if (!next.delete(file.id)) next.add(file.id);
                        setWithout(next);
                      }}
                    />
                  </td>
                  <td className="bundle-path">{file.path}</td>
                  <td className="bundle-title">{file.title}</td>
                  <td>
                    <input
                      type="text"
                      list="class-list"
                      value={name}
                      placeholder={file.looked_at ? "nobody is named" : "being read …"}
                      aria-label={`Writer of ${file.path}`}
                      disabled={off}
                      onChange={(event) => setWriters(new Map(writers).set(file.id, event.target.value))}
                    />
                  </td>
                  <td>
                    <small>
                      {!off && twice.has(name.trim()) ? "twice: the second is the next draft" : writers.has(file.id) ? "" : (TOLD[file.told_by] ?? "")}
                    </small>
                  </td>
                </tr>
              );
            })}
            {failed.map((file) => (
              <tr key={file.id} className="off">
                <td />
                <td className="bundle-path">{file.path}</td>
                <td colSpan={3}>{file.problem}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="bundle-do">
        <Button
          variant="contained"
          size="small"
          disabled={busy || wanted.length === 0}
          onClick={() => onTake({ id: bundle.id, writers: Object.fromEntries(writers), without: [...without] })}
        >
          Take in {wanted.length === 1 ? "1 paper" : `${wanted.length} papers`}
        </Button>
        <Button size="small" disabled={busy} onClick={onPutAway}>
          Put away
        </Button>
      </p>
    </section>
  );
}
