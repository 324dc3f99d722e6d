"use client";

import { useState } from "react";
import { Entry, Form } from "../labelled";
import { Button, Refusals } from "../primitives";
import { useChange } from "../people/use-change";
import { sayExactly } from "../format";
import { SentForm } from "../sent-form";

const PATH = "/api/account";

export function PasswordForm({ hasPassword }: { hasPassword: boolean }) {
  const { run, busy, refusals } = useChange();
  const [current, setCurrent] = useState("");
  const [password, setPassword] = useState("");
  const [done, setDone] = useState(false);
  const save = async () => {
    setDone(false);
    if (!(await run(PATH, { type: "set password", current, password }))) return;
    setDone(true);
    setCurrent("");
    setPassword("");
  };
  return (
    <Form refusals={refusals} onSave={save} className="max-w-sm">
      {hasPassword && (
        <Entry
          label="Present password"
          type="password"
          autoComplete="current-password"
          value={current}
          onChange={setCurrent}
          required
        />
      )}
      <Entry
        label="New password"
        type="password"
        autoComplete="new-password"
        value={password}
        onChange={setPassword}
        hint="At least twelve characters, without your name. Your other sessions end."
        required
      />
      <div className="flex items-center gap-3">
        <Button type="submit" look="solid" disabled={busy}>
          Set password
        </Button>
        {done && <span role="status">The password is set.</span>}
      </div>
    </Form>
  );
}

/** Switches one-time codes on with a first code from the device, or off with the password. */
export function Codes({ on, hasPassword }: { on: boolean; hasPassword: boolean }) {
  const { run, busy, refusals } = useChange();
  const [offer, setOffer] = useState<{ secret: string; uri: string } | null>(null);
  const [code, setCode] = useState("");
  const [password, setPassword] = useState("");
  const ask = async () => setOffer(await run<{ secret: string; uri: string }>(PATH, { type: "offer codes" }));
  const switchOn = async () => {
    if (await run(PATH, { type: "switch codes on", secret: offer!.secret, code, password })) setOffer(null);
    setCode("");
    setPassword("");
  };
  const switchOff = async () => {
    if (await run(PATH, { type: "switch codes off", password })) setPassword("");
  };
  return (
    <div className="flex max-w-md flex-col gap-3">
      <Refusals refusals={refusals} />
      {on ? (
        <SentForm
          className="flex flex-col gap-3"
          onSend={() => {
            void switchOff();
          }}
        >
          <p>Codes are on: signing in asks for the one your device shows.</p>
          <Entry
            label="Password"
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={setPassword}
            required
          />
          <Button type="submit" disabled={busy} className="self-start">
            Switch codes off
          </Button>
        </SentForm>
      ) : offer ? (
        <SentForm
          className="flex flex-col gap-3"
          onSend={() => {
            void switchOn();
          }}
        >
          <p>
            Open the app on your device that makes one-time codes, and add this key, or{" "}
            <a href={offer.uri}>open it there directly</a>. Once they are on, your other sessions end.
          </p>
          <p>
            <span className="text-sm font-semibold">Key</span>
            <output
              aria-label="Key"
              className="block rounded-sm border border-rule bg-panel px-3 py-2 font-mono tracking-wider break-all"
            >
              {offer.secret}
            </output>
          </p>
          <Entry
            label="The code it shows now"
            inputMode="numeric"
            autoComplete="one-time-code"
            value={code}
            onChange={setCode}
            required
          />
          <Entry
            label="Your password"
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={setPassword}
            required
          />
          <Button type="submit" look="solid" disabled={busy} className="self-start">
            Switch codes on
          </Button>
        </SentForm>
      ) : (
        <>
          <p className="text-soft">
            {hasPassword
              ? "Off. With codes on, a password alone does not let anybody in."
              : "Set a password first; codes come on top of it."}
          </p>
          {hasPassword && (
            <Button disabled={busy} onClick={() => void ask()} className="self-start">
              Use one-time codes
            </Button>
          )}
        </>
      )}
    </div>
  );
}

type Session = { id: string; how: string; device: string; startedAt: string; seenAt: string; current: boolean };

/** One’s open sessions, each with a button that ends it. */
export function Sessions({ sessions, zone }: { sessions: Session[]; zone: string }) {
  const { run, busy, refusals } = useChange();
  return (
    <div>
      <Refusals refusals={refusals} />
      <ul className="border-t border-rule">
        {sessions.map((session) => (
          <li
            key={session.id}
            className="flex flex-wrap items-center justify-between gap-x-4 border-b border-rule/70 py-1.5"
          >
            <span className="min-w-0">
              <span className="font-medium">{sayDevice(session.device)}</span>
              {session.current && <span className="text-approved">, this one</span>}
              <span className="block text-sm text-soft">
                {session.how}, since {sayExactly(session.startedAt, zone)}, last seen {sayExactly(session.seenAt, zone)}
              </span>
            </span>
            {!session.current && (
              <Button
                small
                disabled={busy}
                onClick={() => void run(PATH, { type: "end session", session: session.id })}
              >
                End
              </Button>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The part of a browser’s own words that tells people most. */
function sayDevice(device: string): string {
  const system = /\(([^;)]+)/.exec(device)?.[1];
  const program = /(Firefox|Edg|Chrome|Safari)\/[\d.]+/.exec(device)?.[1];
  return program && system ? `${program.replace("Edg", "Edge")} on ${system}` : device.slice(0, 60);
}
