import type { ComponentType } from "react";
import type { FactsProps } from "../document/facts";
import type { FoundAccount } from "./account-picker";
import type { FormStart } from "./use-document-form";

export type FormProps = FormStart & { account?: FoundAccount | undefined; changing?: unknown };

/** The screens of a type of document: the form it is entered in, what an approver reads first of it, and its particulars. */
export type Screens = {
  Form: ComponentType<FormProps>;
  Facts: ComponentType<FactsProps>;
  Particulars: ComponentType<FactsProps>;
};

/** The screens of one type. The key in the list ties them to the documents they are given; the compiler cannot see that. */
export function screensOf(screens: Record<keyof Screens, unknown>): Screens {
  return screens as Screens;
}
