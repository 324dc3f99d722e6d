"use client";

import { useState, type DragEvent, type ReactNode } from "react";
import type { OwnField } from "@/core/own-fields";
import { Button } from "../primitives";
import { TriedForm } from "./tried-form";

type Props = {
  fields: readonly OwnField[];
  mayWrite: boolean;
  busy: boolean;
  /** Puts one at the place of another. */
  onPlace(from: number, to: number): unknown;
  onChange(field: OwnField): void;
  /** The key of the field that is being changed, and what stands below it. */
  edited: string | null;
  editor: ReactNode;
};

/** Fields in the order of the form, each with what can be done with it: changed, and put elsewhere by keys or by dragging. */
export function FieldRows({ fields, mayWrite, busy, onPlace, onChange, edited, editor }: Props) {
  const [dragged, setDragged] = useState<number | null>(null);
  const [over, setOver] = useState<number | null>(null);
  const lands = (index: number) => {
    if (dragged === null || over !== index || dragged === index) return "";
    return dragged > index ? "border-t-2 border-harbour" : "border-b-2 border-harbour";
  };
  return (
    <ol className="flex flex-col gap-3">
      {fields.map((field, index) => (
        <li
          key={field.key}
          className={`grid items-start gap-x-6 gap-y-1 md:grid-cols-[minmax(0,1fr)_22rem] ${lands(index)}`}
          onDragOver={(event) => {
            if (dragged === null) return;
            event.preventDefault();
            setOver(index);
          }}
          onDrop={(event) => {
            event.preventDefault();
            if (dragged !== null && dragged !== index) onPlace(dragged, index);
          }}
        >
          <div className="min-w-0">
            {field.group && field.group !== fields[index - 1]?.group && (
              <p className="text-sm font-semibold text-soft">{field.group}</p>
            )}
            <TriedForm.Field field={field} />
            {field.by && field.part === "line" && <p className="text-sm text-soft">For each line.</p>}
          </div>
          {mayWrite && (
            <div className="flex flex-wrap items-center gap-1 md:justify-end md:pt-6">
              <DragHandle
                name={field.name}
                enabled={!busy}
                onStart={() => setDragged(index)}
                onEnd={() => {
                  setDragged(null);
                  setOver(null);
                }}
              />
              <Button small onClick={() => onChange(field)}>
                Change<span className="sr-only"> {field.name}</span>
              </Button>
              <Button small disabled={busy || index === 0} onClick={() => onPlace(index, index - 1)}>
                Move up<span className="sr-only">: {field.name}</span>
              </Button>
              <Button small disabled={busy || index === fields.length - 1} onClick={() => onPlace(index, index + 1)}>
                Move down<span className="sr-only">: {field.name}</span>
              </Button>
            </div>
          )}
          {field.key === edited && editor}
        </li>
      ))}
    </ol>
  );
}

type Handle = { name: string; enabled: boolean; onStart(): void; onEnd(): void };

/** For whoever has a mouse; keys have the buttons beside it. */
function DragHandle({ name, enabled, onStart, onEnd }: Handle) {
  const start = (event: DragEvent<HTMLElement>) => {
    event.dataTransfer.effectAllowed = "move";
    event.dataTransfer.setData("text/plain", name);
    const row = event.currentTarget.closest("li");
    if (row) event.dataTransfer.setDragImage(row, 0, 0);
    onStart();
  };
  return (
    <span
      draggable={enabled}
      aria-hidden
      data-drag={name}
      className="cursor-grab px-2 text-sm text-soft select-none max-md:hidden"
      onDragStart={start}
      onDragEnd={onEnd}
    >
      Drag
    </span>
  );
}
