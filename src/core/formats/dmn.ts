import { DmnModdle } from "dmn-moddle";
import type { Condition } from "../conditions";
import { documentType, type Field } from "../documents";
import type { Policy } from "../policy";
import { quorumCode, ruleCode } from "./codes";
import { inputsOf, toFeel, type FeelInput } from "./feel";
import { gridOf, type Edge, type GridSection } from "./grid";
import { lossesOf, type Loss } from "./losses";

/**
 * Policies as decision tables of OMG DMN 1.3. A decision “Section” (hit policy First) names the section by its conditions; a decision for each section (Unique)
 * gives the band of an amount in minor units and what each level does in it; a level with a condition has a decision of its own that says whether it is met.
 * Every name that they read is an input datum with its type, and every decision says which of them it needs. Who a level asks stands in extension elements of
 * Bandeira beside its output.
 */
export const DMN_NAMESPACE = "urn:bandeira:dmn:1";
/** The name of the measured amount, in minor units of the policy's currency. */
export const AMOUNT = "amount";

export type Element = { $type: string; [key: string]: unknown };

/** A policy as decision tables in DMN 1.3 (OMG, from memory), one that finds the section and one for each section. What it cannot say is in `lossesOf`. */
export async function toDmn(
  policy: Policy,
  say: (loss: Loss) => string,
  fields: readonly Field[] = documentType(policy.documentType).fields,
): Promise<string> {
  const writer = new Writer(policy, fields);
  const grid = gridOf(policy);
  const decisions = [writer.sections(grid), ...grid.map((one) => writer.bands(one)), ...writer.conditions(grid)];
  const definitions = writer.make("Definitions", {
    id: `policy_${policy.id}`,
    name: policy.name,
    namespace: DMN_NAMESPACE,
    extensionElements: writer.extension(
      "leftOut",
      lossesOf(policy).map((loss) => ({ what: say(loss) })),
    ),
    drgElement: [...writer.inputData(), ...decisions],
  });
  const { xml } = await writer.moddle.toXML(definitions, { format: true });
  return xml;
}

type Conditional = GridSection & { when: Condition };

class Writer {
  readonly moddle = new DmnModdle();
  private readonly needed = new Map<string, FeelInput>();

  constructor(
    private readonly policy: Policy,
    private readonly fields: readonly Field[],
  ) {}

  make(type: string, properties: object = {}): Element {
    return this.moddle.create(`dmn:${type}`, properties) as Element;
  }

  /** Names the section: the first whose condition is met. */
  sections(grid: readonly GridSection[]): Element {
    const conditional = grid.filter((one): one is Conditional => one.when !== "otherwise");
    const needs = conditional.flatMap(({ when }) => inputsOf(when, this.fields));
    return this.decision("section", "Section", needs, (id) =>
      this.make("DecisionTable", {
        id: `${id}_table`,
        hitPolicy: "FIRST",
        input: conditional.map(({ id: of, name, when }) =>
          this.input(`when_${of}`, name, toFeel(when, this.fields), "boolean"),
        ),
        output: [this.make("OutputClause", { id: "section_name", name: "section", typeRef: "string" })],
        rule: grid.map((section) =>
          this.rule(
            `takes_${section.id}`,
            conditional.map((other) => (other.id === section.id ? "true" : "-")),
            [JSON.stringify(section.id)],
          ),
        ),
      }),
    );
  }

  /** Gives the band of an amount, and what each level does in it. */
  bands(section: GridSection): Element {
    const { documentType: type, measure, currency } = this.policy;
    const label = documentType(type).measures.find(({ key }) => key === measure.kind)?.label ?? measure.kind;
    const amount: FeelInput = {
      name: AMOUNT,
      typeRef: "number",
      says: `${label} in minor units of ${currency}`,
    };
    return this.decision(`bands_${section.id}`, section.name, [amount], () =>
      this.make("DecisionTable", {
        id: `table_${section.id}`,
        hitPolicy: "UNIQUE",
        input: [this.input(`amount_${section.id}`, "Amount in minor units", AMOUNT, "number")],
        output: [
          this.make("OutputClause", { id: `band_${section.id}`, name: "band", typeRef: "number" }),
          this.make("OutputClause", { id: `approval_${section.id}`, name: "approval", typeRef: "string" }),
          ...section.levels.map((level) => this.levelOutput(section, level)),
        ],
        rule: section.bands.map((band, index) =>
          this.rule(
            `rule_${section.id}_${index + 1}`,
            [unaryOf(band.from, band.to)],
            [
              String(index),
              JSON.stringify(band.approval),
              ...section.levels.map((level) => JSON.stringify(level.marks[index])),
            ],
          ),
        ),
      }),
    );
  }

  /** Of each level with a condition, whether it applies. */
  conditions(grid: readonly GridSection[]): Element[] {
    return grid.flatMap((section) =>
      section.levels.flatMap(({ id, name, when }) =>
        when
          ? [
              this.decision(
                `condition_${section.id}_${id}`,
                `${section.name}: whether ${name} applies`,
                inputsOf(when, this.fields),
                () => this.text(toFeel(when, this.fields)),
              ),
            ]
          : [],
      ),
    );
  }

  /** What the decisions made so far need to be told. */
  inputData(): Element[] {
    return [...this.needed.values()].map(({ name, typeRef, says }) =>
      this.make("InputData", {
        id: `input_${name}`,
        name,
        description: says,
        variable: this.make("InformationItem", { id: `variable_${name}`, name, typeRef }),
      }),
    );
  }

  private decision(id: string, name: string, needs: readonly FeelInput[], logic: (id: string) => Element): Element {
    const own = new Map(needs.map((one) => [one.name, one]));
    for (const [key, one] of own) this.needed.set(key, one);
    return this.make("Decision", {
      id,
      name,
      informationRequirement: [...own.keys()].map((input) =>
        this.make("InformationRequirement", {
          id: `${id}_needs_${input}`,
          requiredInput: this.make("DMNElementReference", { href: `#input_${input}` }),
        }),
      ),
      decisionLogic: logic(id),
    });
  }

  private levelOutput(section: GridSection, level: GridSection["levels"][number]): Element {
    const asked = {
      kind: level.kind,
      who: ruleCode(level.approvers),
      quorum: quorumCode(level.quorum),
      refusal: level.refusal,
      stage: String(level.stage),
    };
    return this.make("OutputClause", {
      id: `level_${section.id}_${level.id}`,
      name: level.id,
      label: level.name,
      typeRef: "string",
      extensionElements: this.extension("level", [asked]),
    });
  }

  /** Elements of our own, which other readers pass over. */
  extension(name: string, of: readonly Record<string, string>[]): Element {
    return this.make("ExtensionElements", {
      values: of.map((one) => this.moddle.createAny(`bandeira:${name}`, DMN_NAMESPACE, one)),
    });
  }

  private text(text: string, type = "LiteralExpression"): Element {
    return this.make(type, { text });
  }

  private input(id: string, label: string, text: string, typeRef: string): Element {
    return this.make("InputClause", {
      id,
      label,
      inputExpression: this.make("LiteralExpression", { id: `${id}_expression`, typeRef, text }),
    });
  }

  private rule(id: string, entries: string[], outputs: string[]): Element {
    return this.make("DecisionRule", {
      id,
      inputEntry: entries.map((text) => this.text(text, "UnaryTests")),
      outputEntry: outputs.map((text) => this.text(text)),
    });
  }
}

/** @example unaryOf({ minor: 100, included: false }, { minor: 500, included: true }) // "(100..500]" */
function unaryOf(from: Edge, to: Edge): string {
  if (!from && !to) return "-";
  if (!from) return `${to!.included ? "<=" : "<"} ${to!.minor}`;
  if (!to) return `${from.included ? ">=" : ">"} ${from.minor}`;
  return `${from.included ? "[" : "("}${from.minor}..${to.minor}${to.included ? "]" : ")"}`;
}
