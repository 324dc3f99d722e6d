/** What stands under the words of a message: what its reader can open. */
export type Action = { label: string; url: string };
export type Written = { subject: string; text: string; actions: readonly Action[]; foot: string };

const escape = (text: string) =>
  text.replace(/[&<>"']/g, (sign) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;", "'": "&#39;" })[sign]!);

/** A message as plain text, its links each on a line of its own. */
export function asText({ text, actions, foot }: Written): string {
  const links = actions.map(({ label, url }) => `${label}:\n${url}`);
  return [text, ...links, `--\n${foot}`].join("\n\n");
}

/** The same as HTML: one column, no pictures, nothing that is fetched, readable without a style sheet. */
export function asHtml({ subject, text, actions, foot }: Written): string {
  const paragraphs = text
    .split("\n")
    .filter(Boolean)
    .map((line) => `<p style="margin:0 0 10px">${escape(line)}</p>`)
    .join("\n");
  const links = actions
    .map(
      ({ label, url }) =>
        `<p style="margin:18px 0"><a href="${escape(url)}" style="background:#0F4C5C;color:#FFFFFF;padding:10px 16px;border-radius:3px;text-decoration:none">${escape(label)}</a></p>`,
    )
    .join("\n");
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${escape(subject)}</title></head>
<body style="margin:0;background:#F3F0E8;color:#16243B;font:15px/1.5 Arial,sans-serif">
<div style="max-width:560px;margin:0 auto;background:#FBFAF7;padding:24px;border:1px solid #D9D2C2">
<h1 style="font-size:18px;margin:0 0 14px">${escape(subject)}</h1>
${paragraphs}
${links}
<p style="margin:22px 0 0;padding-top:10px;border-top:1px solid #D9D2C2;color:#4C5A70;font-size:13px">${escape(foot)}</p>
</div></body></html>
`;
}
