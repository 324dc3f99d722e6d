"use client";

import { useState } from "react";
import { useForm } from "react-hook-form";
import { useSend } from "../document/use-command";
import { PersonField, TextField, TickOfField, TypedForm } from "../form-fields";
import type { Picked } from "../people/person-picker";
import { Button, Refusals, SectionTitle } from "../primitives";
import { Table } from "../tables";

type Token = {
  id: string;
  name: string;
  person: string;
  scopes: string[];
  madeAt: string;
  endedAt: string | null;
  usedAt: string | null;
};
type Address = { id: string; name: string; url: string };
type Props = { mayManage: boolean; scopes: Readonly<Record<string, string>>; tokens: Token[]; addresses: Address[] };

/** Tokens by which other systems send documents, and addresses that a policy’s steps may call. */
export function Integrations({ mayManage, scopes, tokens, addresses }: Props) {
  const end = useSend("/api/integrations", () => {});
  return (
    <div className="mt-5 flex flex-col gap-8">
      <section aria-labelledby="tokens">
        <SectionTitle id="tokens">Tokens</SectionTitle>
        <p className="mb-2 text-sm text-soft">
          A token acts as a person and may do no more than they. What it can be used for is described at{" "}
          <span className="font-medium text-ink">/api/v1/openapi.json</span>.
        </p>
        <Refusals refusals={end.refusals} />
        {tokens.length > 0 && (
          <Table
            label="Tokens"
            heads={[
              { label: "Name" },
              { label: "Acts as" },
              { label: "May" },
              { label: "Made" },
              { label: "Last used" },
              { label: "Revoke", key: "end", hidden: true },
            ]}
          >
            {tokens.map((token) => (
              <tr key={token.id} className={token.endedAt ? "text-soft" : ""}>
                <td>{token.name}</td>
                <td>{token.person}</td>
                <td>{token.scopes.map((scope) => scopes[scope]).join(", ")}</td>
                <td>{token.madeAt}</td>
                <td>{token.usedAt ?? "never"}</td>
                <td className="text-right">
                  {token.endedAt
                    ? "ended"
                    : mayManage && (
                        <Button
                          small
                          look="quiet"
                          aria-label={`End ${token.name}`}
                          onClick={() => void end.run({ type: "end token", id: token.id })}
                        >
                          Revoke
                        </Button>
                      )}
                </td>
              </tr>
            ))}
          </Table>
        )}
        {mayManage && <NewToken scopes={scopes} />}
      </section>
      <section aria-labelledby="addresses">
        <SectionTitle id="addresses">Addresses that steps may call</SectionTitle>
        <p className="mb-2 text-sm text-soft">
          A policy names one in its step “call a web address”. Each call is signed with HMAC-SHA-256 over its id, time
          and body. To try it without another system, use this server’s own address with /api/stand-in/receiver.
        </p>
        {addresses.map((address) => (
          <p key={address.id} className="flex flex-wrap items-center gap-x-4 border-b border-rule/70 py-1">
            <b className="font-semibold">{address.name}</b>
            <span className="min-w-0 flex-1 break-all text-soft">{address.url}</span>
            {mayManage && (
              <Button
                small
                look="quiet"
                aria-label={`Remove ${address.name}`}
                onClick={() => void end.run({ type: "remove address", id: address.id })}
              >
                Remove
              </Button>
            )}
          </p>
        ))}
        {mayManage && <NewAddress />}
      </section>
    </div>
  );
}

type TypedToken = { name: string; person: Picked | null; scopes: string[] };

function NewToken({ scopes }: { scopes: Props["scopes"] }) {
  const form = useForm<TypedToken>({ defaultValues: { name: "", person: null, scopes: Object.keys(scopes) } });
  const [token, setToken] = useState("");
  const { run, refusals, busy } = useSend<{ token: string }>("/api/integrations", (value) => setToken(value.token));
  return (
    <TypedForm
      form={form}
      refusals={refusals}
      className="mt-3 max-w-md"
      onSave={({ person, ...typed }) => run({ type: "make token", ...typed, person: person?.id ?? "nobody" })}
    >
      <TextField name="name" label="Name of the integration" />
      <PersonField name="person" label="Acts as" />
      <div>
        {Object.entries(scopes).map(([scope, words]) => (
          <TickOfField key={scope} name="scopes" one={scope} label={`May ${words}`} />
        ))}
      </div>
      <div>
        <Button type="submit" disabled={busy}>
          Make a token
        </Button>
      </div>
      <Secret what="token" value={token} />
    </TypedForm>
  );
}

function NewAddress() {
  const form = useForm({ defaultValues: { name: "", url: "" } });
  const [secret, setSecret] = useState("");
  const { run, refusals, busy } = useSend<{ secret: string }>("/api/integrations", (value) => setSecret(value.secret));
  return (
    <TypedForm
      form={form}
      refusals={refusals}
      className="mt-3 max-w-md"
      onSave={(typed) => run({ type: "add address", ...typed })}
    >
      <TextField name="name" label="Name" />
      <TextField name="url" label="Address" placeholder="https://" />
      <div>
        <Button type="submit" disabled={busy}>
          Register the address
        </Button>
      </div>
      <Secret what="secret for its signatures" value={secret} />
    </TypedForm>
  );
}

function Secret({ what, value }: { what: string; value: string }) {
  if (!value) return null;
  return (
    <p role="status" className="border-l-3 border-approved bg-approved-wash px-3 py-2">
      The {what}, shown this once: <code className="font-medium break-all">{value}</code>
    </p>
  );
}
