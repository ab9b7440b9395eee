import { at } from "../api/base";
import { newId } from "../api/client";
import { Button, Notice } from "../app/ui";
import { outbox } from "../outbox/outbox";
import type { Waiting } from "../outbox/store";

/** What the garden did not take: says why, and offers to keep it as words in the log or to drop it. Nothing goes by itself. */
export function Refused(props: { of: readonly Waiting[]; onSettled?: () => void }) {
  const drop = async (w: Waiting) => {
    await outbox.takeBack(w.seq);
    props.onSettled?.();
  };
  const keep = async (w: Waiting) => {
    const text = `${w.words} (${new Date(w.made).toLocaleString("en-GB", { dateStyle: "long", timeStyle: "short" })})`;
    await outbox.add([
      {
        plant: w.plant,
        what: "note",
        method: "POST",
        address: at(`/api/plants/${w.plant}/log`),
        seen: null,
        body: { text: text.slice(0, 1000), key: newId() },
        words: text,
      },
    ]);
    await drop(w);
  };
  return props.of.map((w) => (
    <Notice key={w.seq} tone="wrong" role="alert">
      <b>{w.words}</b>
      <p>
        {w.refused!.title} {w.refused!.detail}
      </p>
      <div style={{ display: "flex", gap: 8, flexWrap: "wrap", marginTop: 8 }}>
        <Button look="main" onClick={() => void drop(w)}>
          Drop it, and show the current list
        </Button>
        {(w.refused!.status >= 500 || w.refused!.code === "incarnation" || w.refused!.code === "person") && (
          <Button onClick={() => void outbox.again(w)}>Send it again</Button>
        )}
        {w.what === "step" && <Button onClick={() => void keep(w)}>Keep it in the log as a note</Button>}
      </div>
    </Notice>
  ));
}
