import { CircuitError } from "#core/circuit/index.ts";
import { DictionarySizeError, ORDERS } from "#core/diagnosis/index.ts";
import { METER_FUNCTIONS } from "#core/meter/index.ts";
import { UsageError } from "./arguments.ts";
import { diagnose } from "./diagnose.ts";
import { dictionary } from "./dictionary.ts";
import { lint } from "./lint.ts";
import { play } from "./play.ts";
import { predict } from "./predict.ts";

/** Errors whose message is meant for the one who called. */
const EXPECTED = [UsageError, CircuitError, DictionarySizeError, RangeError];

const HELP = `zygodrome predict UNIT.json --state S --pair A,B --function ${METER_FUNCTIONS.join("|")} [--fault PART:MODE[:SIZE]] [--lift TERMINAL]… [--meter average] [--json]
zygodrome dictionary UNIT.json [--json]
zygodrome diagnose UNIT.json --findings FINDINGS.json [--json]
zygodrome play UNIT.json [--order ${ORDERS.join("|")}] [--noise 0.02] [--slips 0.02] [--seed N] [--truth READINGS.json] [--json]
zygodrome lint UNIT.json [--json]

The model's format is described in docs/model-format.md.`;

/** Runs one command and returns the exit code: 0 done, 1 the model has errors, 2 called wrongly. */
export async function main(
  argv: readonly string[],
  write: (text: string) => void = (text) => process.stdout.write(`${text}\n`),
  complain: (text: string) => void = (text) => process.stderr.write(`${text}\n`),
): Promise<number> {
  const [command, ...rest] = argv;
  try {
    switch (command) {
      case "predict":
        write(predict(rest));
        return 0;
      case "dictionary":
        write(dictionary(rest));
        return 0;
      case "diagnose":
        write(diagnose(rest));
        return 0;
      case "play":
        write(play(rest));
        return 0;
      case "lint": {
        const { output, failed } = lint(rest);
        write(output);
        return failed ? 1 : 0;
      }
      case undefined:
      case "help":
      case "--help":
        write(HELP);
        return 0;
      default:
        complain(`There is no command “${command}”.\n\n${HELP}`);
        return 2;
    }
  } catch (error) {
    if (error instanceof Error && EXPECTED.some((kind) => error instanceof kind)) {
      complain(error.message);
      return 2;
    }
    throw error;
  }
}
