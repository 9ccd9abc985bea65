import { browserSupportsWebAuthn, startAuthentication, startRegistration, type PublicKeyCredentialCreationOptionsJSON, type PublicKeyCredentialRequestOptionsJSON } from '@simplewebauthn/browser'; // prettier-ignore
import { sendJson } from '$lib/device/ask-server';

/** Whether this device keeps keys, and the page is one that may use them. */
export const hasKeys = (): boolean => isSecureContext && browserSupportsWebAuthn();

const GAVE_UP = 'No key was used: try again, or enter with a code.';

/** Enters with a key of this device. The sentence that says why not; '' when it is done. */
export async function enterByKey(): Promise<string> {
  try {
    const asked = await fetch('/api/auth/passkey/generate-authenticate-options');
    const optionsJSON = (await asked.json()) as PublicKeyCredentialRequestOptionsJSON;
    const response = await startAuthentication({ optionsJSON });
    const answer = await sendJson('/api/auth/passkey/verify-authentication', { response });
    return answer.ok ? '' : 'This key lets nobody in here: enter with a code.';
  } catch {
    return GAVE_UP;
  }
}

/** Makes a key on this device for the person who is let in on it. The sentence that says why not; '' when it is done. */
export async function makeKey(): Promise<string> {
  try {
    const asked = await fetch('/api/auth/passkey/generate-register-options');
    if (!asked.ok) return 'The server makes no key now: try again in a minute.';
    const optionsJSON = (await asked.json()) as PublicKeyCredentialCreationOptionsJSON;
    const response = await startRegistration({ optionsJSON });
    const answer = await sendJson('/api/auth/passkey/verify-registration', { response });
    return answer.ok ? '' : 'The key was not taken: try again.';
  } catch {
    return 'No key was made: this device or browser would not.';
  }
}
