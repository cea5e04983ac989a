/** Asks for what a device is to sign, as `Options` has it. @throws Error in the server's words */
export async function askPasskey<Options>(address: string): Promise<Options> {
  return (await (await postPasskey(address, {})).json()) as Options;
}

/** Sends one step of a passkey's ceremony. @throws Error in the server's words */
export async function postPasskey(address: string, body: object): Promise<Response> {
  const answer = await fetch(address, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(body),
  }).catch(() => {
    throw new Error("The server does not answer.");
  });
  if (!answer.ok) throw new Error(await answer.text());
  return answer;
}
