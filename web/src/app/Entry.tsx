import { chakra } from "@chakra-ui/react";
import { Link } from "react-router";
import { useWaiting } from "../outbox/useOutbox";
import { counted } from "../survey/words";
import { Panel } from "./ui";

/** Nobody is signed in here: how to get in. */
export default function Entry() {
  const waiting = useWaiting().length;
  return (
    <chakra.div display="grid" gap="14px" maxWidth="640px">
      <chakra.h1 fontSize="1.8rem">Sign in to this garden</chakra.h1>
      <Panel>
        <p>
          This garden is shared, and lets in whom its owner knows. Open the link, or scan the code, that the owner gave
          you: it signs this device in, once and for good. There is no password.
        </p>
        <chakra.p marginTop="10px">
          You are the owner? The link and the code stand where the garden was started, and on every device of yours
          under “Who may come in”.
        </chakra.p>
        <chakra.p marginTop="10px">
          <Link to="/trust" style={{ padding: "12px 0", display: "inline-block" }}>
            The browser warns of this garden: how to trust it
          </Link>
        </chakra.p>
      </Panel>
      {waiting > 0 && (
        <chakra.p role="status">
          {counted(waiting, "change")} {waiting === 1 ? "waits" : "wait"} on this device, and{" "}
          {waiting === 1 ? "is" : "are"} sent as soon as you are signed in.
        </chakra.p>
      )}
    </chakra.div>
  );
}
