import { chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Button, Notice, Panel } from "../app/ui";

/** How a phone is told to trust the garden's own certificate, in three pictures. */
export default function Trust() {
  return (
    <chakra.main padding={{ base: "12px", md: "24px" }} maxWidth="1000px" marginInline="auto" display="grid" gap="16px">
      <title>Trusting this garden - Gemmifer</title>
      <div>
        <chakra.h1 fontSize="1.8rem">Trusting this garden</chakra.h1>
        <chakra.p marginTop="6px" maxWidth="720px">
          Your browser warns because nobody but this garden vouches for it. Tell each device once that it may, and the
          warning is gone. Without that, everything works except a round without a network.
        </chakra.p>
      </div>
      <chakra.ol display="grid" gap="12px" gridTemplateColumns="repeat(auto-fit, minmax(min(100%, 260px), 1fr))">
        <Step n={1} title="Fetch the certificate" picture={<Fetch />}>
          <p>Save the file on the device that is to trust the garden.</p>
          <chakra.div marginTop="10px">
            <chakra.a href="/trust/gemmifer.crt" download="gemmifer.crt" textDecoration="none">
              <Button as="span" look="main">
                Fetch it
              </Button>
            </chakra.a>
          </chakra.div>
        </Step>
        <Step n={2} title="Install it in the settings" picture={<Install />}>
          <p>
            <b>iPhone, iPad:</b> Settings, General, VPN and device management, Gemmifer garden, Install.
          </p>
          <chakra.p marginTop="6px">
            <b>Android:</b> Settings, Security, Encryption and credentials, Install a certificate, CA certificate.
          </chakra.p>
        </Step>
        <Step n={3} title="Switch trust on" picture={<Closed />}>
          <p>
            <b>iPhone, iPad:</b> Settings, General, About, Certificate trust settings: switch Gemmifer garden on.
          </p>
          <chakra.p marginTop="6px">
            <b>Android:</b> nothing more. Open the garden again: the lock is closed.
          </chakra.p>
        </Step>
      </chakra.ol>
      <Notice tone="plain">
        What you trust can vouch for addresses of home networks only, never for a bank or a shop. It was made on the
        computer of this garden, and its key never leaves it. Taking it out of the settings ends it.
      </Notice>
      <a href="/" style={{ padding: "12px 0" }}>
        To the garden
      </a>
    </chakra.main>
  );
}

function Step(props: { n: number; title: string; picture: ReactNode; children: ReactNode }) {
  return (
    <Panel as="li">
      <svg viewBox="0 0 160 130" width="100%" height="150" aria-hidden>
        {props.picture}
      </svg>
      <chakra.h2 fontSize="1.2rem" marginBottom="6px">
        {props.n}. {props.title}
      </chakra.h2>
      {props.children}
    </Panel>
  );
}

/** A phone, upright. */
const Phone = () => (
  <>
    <rect x="50" y="4" width="60" height="122" rx="10" fill="var(--paper)" stroke="var(--ink)" strokeWidth="2.5" />
    <path d="M72 11h16" stroke="var(--ink)" strokeWidth="2" strokeLinecap="round" />
  </>
);

const Sheet = ({ x, y }: { x: number; y: number }) => (
  <g transform={`translate(${x} ${y})`}>
    <path d="M0 0H24L32 8V40H0Z" fill="var(--sheet)" stroke="var(--leaf)" strokeWidth="2.5" strokeLinejoin="round" />
    <circle cx="16" cy="22" r="7" fill="none" stroke="var(--leaf)" strokeWidth="2.5" />
    <path d="M12 28l-2 9 6-4 6 4-2-9" fill="none" stroke="var(--leaf)" strokeWidth="2" strokeLinejoin="round" />
  </g>
);

function Fetch() {
  return (
    <>
      <Phone />
      <Sheet x={64} y={34} />
      <path d="M80 82v22m-9 -9l9 9 9-9" fill="none" stroke="var(--ink)" strokeWidth="3" strokeLinecap="round" />
    </>
  );
}

function Install() {
  return (
    <>
      <Phone />
      {[28, 52, 76].map((y) => (
        <rect key={y} x="57" y={y} width="46" height="18" rx="4" fill="none" stroke="var(--line)" strokeWidth="2" />
      ))}
      <rect x="57" y="52" width="46" height="18" rx="4" fill="var(--leafWash)" stroke="var(--leaf)" strokeWidth="2.5" />
      <path d="M64 61h22m6 -4l4 4 -4 4" fill="none" stroke="var(--leaf)" strokeWidth="2.5" strokeLinecap="round" />
      <g transform="translate(112 38) scale(.9)">
        <Sheet x={0} y={0} />
      </g>
      <path d="M108 62l-8 0" stroke="var(--leaf)" strokeWidth="2.5" strokeDasharray="3 3" />
    </>
  );
}

function Closed() {
  return (
    <>
      <Phone />
      <rect x="60" y="26" width="40" height="20" rx="10" fill="var(--leaf)" />
      <circle cx="90" cy="36" r="8" fill="var(--sheet)" />
      <rect x="66" y="76" width="28" height="24" rx="4" fill="var(--leafWash)" stroke="var(--leaf)" strokeWidth="2.5" />
      <path d="M71 76v-7a9 9 0 0 1 18 0v7" fill="none" stroke="var(--leaf)" strokeWidth="2.5" />
      <path d="M75 88l4 4 7-8" fill="none" stroke="var(--leaf)" strokeWidth="2.5" strokeLinecap="round" />
    </>
  );
}
