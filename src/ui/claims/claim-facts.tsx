import { claimTotal, documentType, type ExpenseClaim } from "@/core/documents";
import { formatAmount, formatMoney, money } from "@/core/money";
import { sayDate } from "@/core/text";
import { sayRemark } from "@/core/words";
import {
  FactTable,
  Particulars,
  Total,
  ownOf,
  peopleOf,
  refusalOf,
  sayAll,
  sayOwn,
  type FactsProps,
} from "../document/facts";

/** A claim line by line, each with its receipt beside it. */
export function ClaimFacts({ document: claim, id, refused, looking, words }: FactsProps<ExpenseClaim>) {
  const say = (minor: number) => formatAmount(money(minor, claim.currency));
  const type = documentType(claim.documentType);
  const remarks = type.remarks(claim, looking);
  const total = claimTotal(claim);
  const left = type.headline(type.without(claim, refused)).gross;
  return (
    <FactTable
      id="what"
      title="What was spent"
      columns={[
        { label: "Receipt" },
        { label: "Line" },
        { label: "Spent", right: true },
        { label: `Claimed, ${claim.currency}`, right: true },
      ]}
      foot={
        <>
          <Total label="Total claimed" span={3} value={say(total.minor)} strong={left.minor === total.minor} />
          {left.minor !== total.minor && <Total label="Approved so far" span={3} value={say(left.minor)} strong />}
        </>
      }
    >
      {claim.lines.map((line, index) => {
        const cut = refusalOf(refused, `line ${index + 1}`);
        const gone = cut?.allowed === null;
        const paper = claim.attachments.find((one) => one.hash === line.receipt);
        const odd = remarks.filter((one) => one.line === index + 1);
        return (
          <tr key={index} className="border-b border-rule/70 align-top">
            <td className="w-20">
              {paper ? (
                <a href={`/api/documents/${id}/attachments/${paper.hash}`} className="block">
                  {paper.type.startsWith("image/") ? (
                    // The bytes are served as they were brought; there is nothing for an image service to do.
                    // oxlint-disable-next-line next/no-img-element
                    <img
                      src={`/api/documents/${id}/attachments/${paper.hash}`}
                      alt={`Receipt of line ${index + 1}: ${paper.name}`}
                      className="max-h-24 w-16 border border-rule bg-white object-contain"
                    />
                  ) : (
                    paper.name
                  )}
                </a>
              ) : (
                <span className="text-sm text-soft">
                  {looking.around.categories?.[line.category]?.allowance ? "none needed" : "none"}
                </span>
              )}
            </td>
            <td className={gone ? "text-soft line-through" : ""}>
              {line.description}
              <span className="block text-sm text-soft">
                {sayAll([
                  sayDate(line.date),
                  words.entry("claim-categories", line.category),
                  words.entry("cost-centres", line.costCentre),
                  words.entry("projects", line.project ?? ""),
                  ...sayOwn(line, words),
                ])}
              </span>
              {odd.map((one) => (
                <span key={one.why.code} className="block text-sm text-held">
                  ▲ {sayRemark({ why: one.why }, words)}
                </span>
              ))}
            </td>
            <td className="text-right text-soft">{formatMoney(line.spent)}</td>
            <td className="text-right">
              {cut ? (
                <>
                  <del className="text-declined">{say(line.claimed)}</del>
                  <span className="block font-semibold">{gone ? "refused" : say(cut.allowed!)}</span>
                </>
              ) : (
                say(line.claimed)
              )}
            </td>
          </tr>
        );
      })}
    </FactTable>
  );
}

export function ClaimParticulars({ document: claim, names, words }: FactsProps<ExpenseClaim>) {
  return (
    <Particulars
      items={[
        ["Claimed by", names(claim.requester)],
        ["Paid to", names(claim.payee)],
        ["Dated", sayDate(claim.date)],
        ...peopleOf(claim, names),
        ...ownOf(claim, words),
      ]}
      note={claim.note}
    />
  );
}
