/** What a device sees that is not paired yet: one field for the code, one for its name. Nothing of the application is in it. */
export const pairPage = (trouble: string | null, secure: boolean): string => `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Pitsaw: pair this device</title>
<style>
body { font: 18px/1.45 system-ui, sans-serif; max-width: 26em; margin: 8vh auto; padding: 0 20px; color: #1d2227; background: #fbf9f4 }
label { display: block; margin: 18px 0 6px; font-weight: 600 }
input { font: inherit; width: 100%; box-sizing: border-box; height: 60px; padding: 0 14px; border: 2px solid #8c8471; border-radius: 8px }
input[name=code] { font-size: 34px; letter-spacing: 0.1em; text-transform: uppercase }
button { font: inherit; font-weight: 650; width: 100%; height: 64px; margin-top: 22px; border: 0; border-radius: 8px; color: #fff; background: #1c46d6 }
.must { color: #a8231b; font-weight: 600 }
.quiet { color: #565b60; font-size: 16px }
</style>
<main>
<h1>Pair this device</h1>
<p>The machine with Pitsaw shows the code: where it was started, and in its list of floors under Devices. It is for one device and ends after ten minutes.</p>
${trouble === null ? '' : `<p class="must" role="alert">${trouble}</p>`}
<form method="post" action="/pair">
<label for="code">Code</label>
<input id="code" name="code" autocomplete="one-time-code" autocapitalize="characters" spellcheck="false" maxlength="20" placeholder="K7QM-4TXR" required autofocus>
<label for="name">What this device is called</label>
<input id="name" name="name" maxlength="60" placeholder="Wren’s phone">
<button>Pair</button>
</form>
${secure ? '' : '<p class="quiet">Without a certificate a phone cannot open this page again while the server is away, and its screen may go dark. To have both, start Pitsaw with your own certificate: npm start -- --share --cert FILE --key FILE.</p>'}
</main>
</html>`;
