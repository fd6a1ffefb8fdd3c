/** The two pages that the server itself shows: an error for a person, and the pairing of a phone. Plain, no script. */

const escape = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

const page = (title: string, body: string): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escape(title)} - Elwand</title>
<style>body{font:17px/1.5 system-ui,sans-serif;background:#F5F2EA;color:#1E2B2C;max-width:34rem;margin:12vh auto 0;padding:0 1rem}
input,button{font:inherit;padding:.7rem;min-height:48px;box-sizing:border-box;width:100%;margin:.3rem 0 .9rem}
button{background:#0E5E5A;color:#fff;border:0;border-radius:4px}a{color:#0E5E5A}</style></head>
<body><h1>${escape(title)}</h1>${body}</body></html>
`;

export const errorPage = (title: string, detail: string): string =>
  page(title, `<p>${escape(detail)}</p><p><a href="/">Go to houses and jobs</a></p>`);

/** Asks for the code that the machine shows; the address in the QR code has it filled in. */
export const pairingPage = (code: string, said = ''): string =>
  page(
    'Pair this device',
    `${said ? `<p role="alert"><b>${escape(said)}</b></p>` : ''}
<form method="get" action="/pair">
<input type="hidden" name="go" value="1">
<label>Code shown on the machine that runs Elwand<input name="code" value="${escape(code)}" autocomplete="off" autocapitalize="characters" required maxlength="20"></label>
<label>Name of this device<input name="name" placeholder="Phone" maxlength="120"></label>
<button>Pair</button></form>`,
  );
