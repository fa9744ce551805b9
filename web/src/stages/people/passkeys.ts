/** Whether this browser has passkeys here: they need a page that is served over HTTPS, or by this machine itself. */
export const hasPasskeys = () =>
  window.isSecureContext &&
  typeof PublicKeyCredential !== 'undefined' &&
  typeof PublicKeyCredential.parseRequestOptionsFromJSON === 'function';

/** Has the device sign in; its answer as WebAuthn’s JSON. */
export async function askPasskey(options: object): Promise<string | null> {
  const publicKey = PublicKeyCredential.parseRequestOptionsFromJSON(options as PublicKeyCredentialRequestOptionsJSON);
  return written(await navigator.credentials.get({ publicKey }));
}

/** Has the device make a passkey. */
export async function makePasskey(options: object): Promise<string | null> {
  const publicKey = PublicKeyCredential.parseCreationOptionsFromJSON(options as PublicKeyCredentialCreationOptionsJSON);
  return written(await navigator.credentials.create({ publicKey }));
}

const written = (credential: Credential | null) =>
  credential instanceof PublicKeyCredential ? JSON.stringify(credential.toJSON()) : null;
