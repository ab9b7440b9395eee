import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient, type UseQueryResult } from "@tanstack/react-query";
import { type ReactNode, useState, type Dispatch, type SetStateAction } from "react";
import { api, ApiError, must, type Schemas } from "../api/client";
import { forgetGarden, useHere } from "../app/here";
import { Button, Choice, Field, Input, Notice, Panel, Select } from "../app/ui";
import { counted } from "../survey/words";
import { momentWords } from "../survey/measures";

type Invitation = Schemas["InvitationView"] & { for: string };

/** Who may come in, and from which devices; letting in, and showing out. */
export default function Sharing() {
  const here = useHere();
  return (
    <chakra.div display="grid" gap="16px" maxWidth="1000px">
      <chakra.h1 fontSize="1.8rem">Who may come in</chakra.h1>
      {!here.shared ? <NotShared /> : here.role === "owner" ? <Owner /> : <Guest />}
    </chakra.div>
  );
}

function NotShared() {
  return (
    <Panel>
      <p>
        Nobody but you: this garden answers on this computer only, and nobody has to sign in. To reach it with a phone,
        or to let somebody help, stop it and start it with
      </p>
      <chakra.pre
        marginBlock="10px"
        padding="10px 14px"
        background="paper"
        borderRadius="7px"
        border="1px solid var(--line)"
      >
        ./run --share
      </chakra.pre>
      <p>
        It prints a link for this computer and a code for your phone. From then on everybody signs in, and you decide
        who: helpers who look, do and note, or a link to look at one plant or bed till a day you choose.
      </p>
    </Panel>
  );
}

/** Somebody who was let in sees who they are, and may leave. */
function Guest() {
  const { name } = useHere();
  return (
    <Panel>
      <p>{name ? `You are signed in as ${name}.` : "You look at a part of this garden by a link."}</p>
      <chakra.div marginTop="10px">
        <Leave />
      </chakra.div>
    </Panel>
  );
}

function Leave() {
  const leave = useMutation({
    mutationFn: () => must(api.POST("/api/sign-out")),
    onSuccess: async () => {
      await forgetGarden();
      window.location.assign("/");
    },
  });
  return (
    <>
      <Button onClick={() => leave.mutate()} disabled={leave.isPending}>
        Sign out on this device
      </Button>
      {leave.error && <Notice tone="wrong">{leave.error.message}</Notice>}
    </>
  );
}

function Owner() {
  const client = useQueryClient();
  const people = useQuery({ queryKey: ["people"], queryFn: () => must(api.GET("/api/people")), staleTime: 0 });
  const [invitation, setInvitation] = useState<Invitation | null>(null);
  const again = () => client.invalidateQueries({ queryKey: ["people"] });
  const act = useMutation({
    mutationFn: (what: () => Promise<unknown>) => what(),
    onSettled: () => void again(),
  });
  const invite = (whom: string, asked: () => Promise<Schemas["InvitationView"]>) =>
    act.mutate(async () => setInvitation({ ...(await asked()), for: whom }));
  const error = (people.error ?? act.error) as Error | null;
  const fields = act.error instanceof ApiError ? act.error.errors : [];
  if (!people.data) return error ? <Wrong>{error.message}</Wrong> : <p>Fetching who is there.</p>;
  return (
    <>
      <p>
        This garden is at <b>{people.data.address}</b> in your network.{" "}
        {people.data.ownCertificate && <a href="/trust">How a phone trusts it</a>}
      </p>
      {error && <Wrong>{fields[0]?.message || error.message}</Wrong>}
      {invitation && <Code invitation={invitation} onClose={() => setInvitation(null)} />}
      <chakra.ul display="grid" gap="12px">
        {people.data.people.map((p) => (
          <Person
            key={p.id}
            person={p}
            busy={act.isPending}
            onCode={() =>
              invite(p.you ? "another device of yours" : `another device of ${p.name}`, () =>
                must(api.POST("/api/people/{id}/code", { params: { path: { id: p.id } } })),
              )
            }
            onEnd={(id) => act.mutate(() => must(api.DELETE("/api/devices/{id}", { params: { path: { id } } })))}
            onAway={() => act.mutate(() => must(api.DELETE("/api/people/{id}", { params: { path: { id: p.id } } })))}
          />
        ))}
      </chakra.ul>
      <Helper
        busy={act.isPending}
        onAdd={(name) => invite(name, () => must(api.POST("/api/people", { body: { name } })))}
      />
      <Links
        links={people.data.links}
        busy={act.isPending}
        onAdd={(link, shows) =>
          invite(`whoever is to look at ${shows}`, () => must(api.POST("/api/links", { body: link })))
        }
        onEnd={(id) => act.mutate(() => must(api.DELETE("/api/links/{id}", { params: { path: { id } } })))}
      />
    </>
  );
}

const Wrong = (props: { children: ReactNode }) => (
  <Notice tone="wrong" role="alert">
    {props.children}
  </Notice>
);

/** A link that lets in, as a code to scan and to copy; it is shown once. */
function Code({ invitation, onClose }: { invitation: Invitation; onClose: () => void }) {
  const [copied, setCopied] = useState(false);
  return (
    <Panel style={{ borderWidth: 2, borderColor: "var(--leaf)" }}>
      <chakra.h2 fontSize="1.25rem">For {invitation.for}</chakra.h2>
      <chakra.div display="flex" gap="16px" flexWrap="wrap" marginTop="10px" alignItems="center">
        <img
          src={`data:image/svg+xml;utf8,${encodeURIComponent(invitation.picture)}`}
          alt="The link as a QR code"
          width="240"
          height="240"
          style={{ background: "#fff", borderRadius: 7 }}
        />
        <chakra.div flex="1 1 260px" display="grid" gap="10px">
          <p>Scan it with the device that is to come in, or send the link. It is shown only now.</p>
          <chakra.code overflowWrap="anywhere" fontSize="0.9rem">
            {invitation.url}
          </chakra.code>
          <chakra.p color="muted">It ends on {momentWords(invitation.endsAt)}.</chakra.p>
          <chakra.div display="flex" gap="8px" flexWrap="wrap">
            <Button onClick={() => void navigator.clipboard.writeText(invitation.url).then(() => setCopied(true))}>
              {copied ? "Copied" : "Copy the link"}
            </Button>
            <Button look="main" onClick={onClose}>
              Done
            </Button>
          </chakra.div>
        </chakra.div>
      </chakra.div>
    </Panel>
  );
}

function Person(props: {
  person: Schemas["PersonView"];
  busy: boolean;
  onCode: () => void;
  onEnd: (device: string) => void;
  onAway: () => void;
}) {
  const { person: p, busy } = props;
  const name = p.you ? "You, the owner" : p.name;
  return (
    <Panel as="li">
      <chakra.div display="flex" gap="8px 14px" flexWrap="wrap" alignItems="center">
        <chakra.h2 fontSize="1.2rem">{name}</chakra.h2>
        {p.role === "helper" && <chakra.span color="muted">helps: looks, does and notes</chakra.span>}
        <chakra.span marginLeft="auto" display="flex" gap="8px" flexWrap="wrap">
          <Button disabled={busy} onClick={props.onCode}>
            Let another device in
          </Button>
          {p.role === "helper" && (
            <Button look="cut" disabled={busy} onClick={props.onAway} aria-label={`Send away ${p.name}`}>
              Send away
            </Button>
          )}
        </chakra.span>
      </chakra.div>
      {p.devices.length === 0 && <chakra.p color="muted">Not signed in anywhere yet.</chakra.p>}
      <chakra.ul marginTop="10px">
        {p.devices.map((d) => (
          <chakra.li
            key={d.id}
            display="flex"
            gap="4px 14px"
            alignItems="center"
            flexWrap="wrap"
            borderTop="1px solid var(--line)"
            minHeight="52px"
          >
            <b>{d.name}</b>
            {d.this && <span>this one</span>}
            <chakra.span color="muted">last here {momentWords(d.seenAt)}</chakra.span>
            {!d.this && (
              <chakra.span marginLeft="auto">
                <Button look="quiet" disabled={busy} onClick={() => props.onEnd(d.id)}>
                  Sign it out
                </Button>
              </chakra.span>
            )}
          </chakra.li>
        ))}
      </chakra.ul>
      {p.you && (
        <chakra.div marginTop="8px">
          <Leave />
        </chakra.div>
      )}
    </Panel>
  );
}

function Helper(props: { busy: boolean; onAdd: (name: string) => void }) {
  const [name, setName] = useState("");
  return (
    <Panel>
      <chakra.h2 fontSize="1.2rem">Let a helper in</chakra.h2>
      <chakra.p marginTop="4px">
        A helper looks, does and notes. Rules, plants, the bin and who comes in stay yours.
      </chakra.p>
      <chakra.form
        display="flex"
        gap="8px"
        alignItems="end"
        flexWrap="wrap"
        marginTop="8px"
        onSubmit={(e) => {
          e.preventDefault();
          props.onAdd(name.trim());
          setName("");
        }}
      >
        <chakra.div flex="1 1 220px">
          <Field label="Whom">
            <Input value={name} maxLength={80} onChange={(e) => setName(e.target.value)} />
          </Field>
        </chakra.div>
        <Button type="submit" look="main" disabled={props.busy || name.trim() === ""}>
          Let them in
        </Button>
      </chakra.form>
    </Panel>
  );
}

function Links(props: {
  links: Schemas["LookLinkView"][];
  busy: boolean;
  onAdd: (link: Schemas["LookLinkInput"], shows: string) => void;
  onEnd: (id: string) => void;
}) {
  const { busy, onEnd } = props;
  const [what, setWhat] = useState("");
  const [days, setDays] = useState(7);
  const plants = useQuery({
    queryKey: ["plants", "to-show"],
    queryFn: () => must(api.GET("/api/plants", { params: { query: { limit: "200" } } })),
  });
  return (
    <Panel>
      <chakra.h2 fontSize="1.2rem">A link to look</chakra.h2>
      <chakra.p marginTop="4px">
        Whoever has it sees the plan and the log of one plant, or of one bed, and nothing else, till it ends.
      </chakra.p>
      <chakra.form
        display="flex"
        gap="10px"
        alignItems="end"
        flexWrap="wrap"
        marginTop="8px"
        onSubmit={(e) => {
          e.preventDefault();
          const [kind, id] = [what.slice(0, 1), what.slice(1)];
          const plant = plants.data?.find((p) => p.plant.id === id)?.plant;
          props.onAdd(
            { plant: kind === "p" ? id : null, place: kind === "b" ? id : null, days },
            kind === "p" ? (plant?.name ?? "it") : id,
          );
        }}
      >
        <Which what={what} setWhat={setWhat} plants={plants} />
        <HowLong days={days} setDays={setDays} />
        <Button type="submit" look="main" disabled={busy || what === ""}>
          Make the link
        </Button>
      </chakra.form>
      <ul>
        {props.links.map((l) => (
          <chakra.li
            key={l.id}
            display="flex"
            gap="4px 14px"
            alignItems="center"
            flexWrap="wrap"
            borderTop="1px solid var(--line)"
            minHeight="52px"
            marginTop="6px"
          >
            <LinkLine busy={busy} onEnd={onEnd} l={l} />
          </chakra.li>
        ))}
      </ul>
    </Panel>
  );
}

/** A bed or a plant to show. */
function Which({
  what,
  setWhat,
  plants,
}: {
  what: string;
  setWhat: Dispatch<SetStateAction<string>>;
  plants: UseQueryResult<Schemas["PlantSummary"][], Error>;
}) {
  const places = useQuery({ queryKey: ["plants", "places"], queryFn: () => must(api.GET("/api/places")) });
  return (
    <chakra.div flex="1 1 240px">
      <Field label="What it shows">
        <Select value={what} onChange={(e) => setWhat(e.target.value)} width="100%">
          <option value="">Choose a bed or a plant</option>
          <optgroup label="A whole bed, wall or row">
            {(places.data ?? []).filter(Boolean).map((p) => (
              <option key={p} value={`b${p}`}>
                {p}
              </option>
            ))}
          </optgroup>
          <optgroup label="One plant">
            {(plants.data ?? []).map(({ plant }) => (
              <option key={plant.id} value={`p${plant.id}`}>
                {plant.name}
              </option>
            ))}
          </optgroup>
        </Select>
      </Field>
    </chakra.div>
  );
}

/** For how long a link holds. */
function HowLong({ days, setDays }: { days: number; setDays: Dispatch<SetStateAction<number>> }) {
  return (
    <div>
      <chakra.p fontWeight="700" marginBottom="4px">
        For how long
      </chakra.p>
      <Choice
        label="For how long"
        size="usual"
        value={days}
        onChange={setDays}
        options={[
          { value: 1, text: "a day" },
          { value: 7, text: "a week" },
          { value: 30, text: "a month" },
        ]}
      />
    </div>
  );
}

/** A link that was given, and its end. */
function LinkLine({ busy, onEnd, l }: { busy: boolean; onEnd: (id: string) => void; l: Schemas["LookLinkView"] }) {
  return (
    <>
      <b>{l.shows}</b>
      <chakra.span color="muted">
        ends on {momentWords(l.endsAt)}; opened on {counted(Number(l.opened), "device")}
      </chakra.span>
      <chakra.span marginLeft="auto">
        <Button look="quiet" disabled={busy} onClick={() => onEnd(l.id)}>
          End it now
        </Button>
      </chakra.span>
    </>
  );
}
