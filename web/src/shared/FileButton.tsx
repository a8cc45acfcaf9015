import Button, { type ButtonProps } from "@mui/material/Button";
import { useRef } from "react";

interface Props extends Omit<ButtonProps, "onClick"> {
  /** What the files are, for those who do not see the button. */
  what: string;
  accept: string[];
  multiple?: boolean;
  onFiles: (files: File[]) => void;
}

/** A button that asks for files. A label around the chooser would not answer to the keyboard. */
export function FileButton({ what, accept, multiple = false, onFiles, ...button }: Props) {
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button {...button} onClick={() => chooser.current?.click()} />
      <input
        ref={chooser}
        type="file"
        accept={accept.join(",")}
        multiple={multiple}
        hidden
        aria-label={what}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          // The same file may be picked again.
          event.target.value = "";
          if (files.length > 0) onFiles(files);
        }}
      />
    </>
  );
}
