"use client";

import { useState } from "react";
import type { Refusal } from "@/core/refusal";
import { Choice, Entry, Form } from "../labelled";
import { Button } from "../primitives";
import { send } from "../send";

type Preference = { mode: "at once" | "daily"; hour: string };

/** Whether messages come one by one or once a day, and an end for links in a mailbox that is in other hands. */
export function HowIHear({ preference, zone }: { preference: Preference; zone: string }) {
  const [value, setValue] = useState(preference);
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [said, setSaid] = useState("");
  const run = async (body: object, words: (value: unknown) => string) => {
    const result = await send("/api/account", body);
    setRefusals(result.ok ? [] : result.refusals);
    setSaid(result.ok ? words(result.value) : "");
  };
  return (
    <Form
      refusals={refusals}
      className="max-w-xl"
      onSave={() => run({ type: "hear", preference: value }, () => "Saved.")}
    >
      <Choice
        label="Messages to me"
        value={value.mode}
        onChange={(mode) => setValue({ ...value, mode: mode as Preference["mode"] })}
      >
        <option value="at once">come at once</option>
        <option value="daily">come once a day, in one letter</option>
      </Choice>
      {value.mode === "daily" && (
        <Entry
          label="At"
          type="time"
          hint={`In my time zone, ${zone}`}
          value={value.hour}
          onChange={(hour) => setValue({ ...value, hour })}
        />
      )}
      <div className="flex flex-wrap items-center gap-2">
        <Button type="submit" look="solid">
          Save
        </Button>
        <Button
          look="quiet"
          onClick={() =>
            void run({ type: "end links" }, (ended) => {
              const count = (ended as { ended: number }).ended;
              return `${count} ${count === 1 ? "link decides" : "links decide"} no more.`;
            })
          }
        >
          End all links in my mail
        </Button>
        <span role="status" className="text-sm text-soft">
          {said}
        </span>
      </div>
    </Form>
  );
}
