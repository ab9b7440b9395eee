import { useKeptFocus } from "./focus";
import { useForgetting, useReturn } from "./keeping";

/** What goes on beside every screen, and is not waited for: the focus is kept, the garden looked for, what is over forgotten. */
export default function Presence({ pathname }: { pathname: string }) {
  useReturn();
  useForgetting();
  useKeptFocus(pathname);
  return null;
}
