import { Field, inputClass } from "./Field.tsx";

/** A passphrase, typed unseen; the browser's own keeper of passphrases knows what it is for. */
export function PassphraseField({
  label,
  name,
  hint,
  error,
  fresh = false,
  required = true,
}: {
  label: string;
  name: string;
  hint?: string;
  error?: string | undefined;
  /** It is being chosen, not asked for. */
  fresh?: boolean;
  required?: boolean;
}) {
  return (
    <Field label={label} error={error} {...(hint === undefined ? {} : { hint })}>
      {(aria) => (
        <input
          {...aria}
          name={name}
          type="password"
          required={required}
          autoComplete={fresh ? "new-password" : "current-password"}
          className={inputClass}
        />
      )}
    </Field>
  );
}
