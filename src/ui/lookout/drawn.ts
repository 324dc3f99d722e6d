import type { FiguresOf, QuestionName } from "@/core/lookout";

/** A document of a finding, as it is shown. */
export type ShownDocument = {
  id: string;
  number: string;
  at: string;
  day: string;
  whose: string;
  unit: string;
  party: string;
  theirNumber: string;
  gross: { minor: number; currency: string };
  compared: number | null;
};

/** What a picture is drawn of. @property people what ids are called */
export type Drawn<Name extends QuestionName> = {
  figures: FiguresOf<Name>;
  documents: readonly ShownDocument[];
  people: Readonly<Record<string, string>>;
  zone: string;
};
