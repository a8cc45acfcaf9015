import { Nothing } from "../shared/Nothing";

export function LostPage() {
  return (
    <Nothing
      title="There is nothing at this address"
      words="The paper may have been removed, or the address has a slip in it."
      way={{ to: "/", words: "To your courses" }}
    />
  );
}
