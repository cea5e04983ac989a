import { Command, CommanderError, Option } from "commander";
import type { DataOptions } from "./database.ts";
import type { DiagnoseOptions } from "./diagnose.ts";
import type { MeterOptions } from "./meter.ts";
import type { PlayOptions } from "./play.ts";
import type { PredictOptions } from "./predict.ts";
import type { ShopOptions } from "./shop.ts";

/** Errors, by name, whose message is meant for the one who called. */
const EXPECTED = ["UsageError", "StepError", "CircuitError", "DictionarySizeError", "RangeError"];

const UNIT = ["<unit>", "path of a model file, for example demo/units/glasswasher-gw4.json"] as const;
const JSON_OUT = ["--json", "print JSON for other programs"] as const;

/**
 * Runs one command and returns the exit code: 0 done, 1 the model or the data has errors, 2 called wrongly or not possible.
 * Each command's code is loaded when it is called, so that --help is there at once.
 */
export async function main(
  argv: readonly string[],
  write: Write = (text) => process.stdout.write(`${text}\n`),
  complain: Write = (text) => process.stderr.write(`${text}\n`),
): Promise<number> {
  const told: Told = { code: 0 };
  const program = new Command("zygodrome")
    .description("What a meter reads in a unit, what findings leave, and what to check next.")
    .addHelpText("after", "\nThe model's format is described in docs/model-format.md.")
    .exitOverride()
    .configureOutput({
      writeOut: (text) => write(text.trimEnd()),
      writeErr: (text) => complain(text.trimEnd()),
    })
    .showHelpAfterError("Call it with --help to see how.");

  addUnitCommands(program, write, told);
  addDataCommands(program, write, told);

  try {
    if (argv.length === 0) program.outputHelp();
    else await program.parseAsync([...argv], { from: "user" });
    return told.code;
  } catch (error) {
    // Commander has written its own message; help asked for is no mistake.
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2;
    if (error instanceof Error && EXPECTED.includes(error.name)) {
      complain(error.message);
      const { fix } = error as Error & { fix?: string };
      if (fix) complain(`What to do: ${fix}`);
      return 2;
    }
    throw error;
  }
}

type Write = (text: string) => void;

/** What a command leaves behind besides what it writes: its exit code. */
interface Told {
  code: number;
}

/** What is asked of a unit's model. */
function addUnitCommands(program: Command, write: Write, told: Told): void {
  program
    .command("predict")
    .description("what a meter reads between two points")
    .argument(...UNIT)
    .requiredOption("--state <state>", "state of the unit")
    .requiredOption(
      "--pair <A,B>",
      "red and black probe: points, part.terminal or nets; or one part, across it",
    )
    .requiredOption("--function <name>", "what the meter is set to: vac, vdc, lowz, mv, ohm, continuity, …")
    .option("--fault <part:mode[:size]>", "hide a fault; may be given again", collect, [])
    .option("--lift <terminal>", "wire lifted off; may be given again", collect, [])
    .addOption(new Option("--meter <kind>", "true-rms or average").default("true-rms"))
    .option(...JSON_OUT)
    .action(async (unit: string, options: PredictOptions) =>
      write((await import("./predict.ts")).predict(unit, options)),
    );
  program
    .command("dictionary")
    .description("every check under every suspect")
    .argument(...UNIT)
    .option(...JSON_OUT)
    .action(async (unit: string, options: { json?: boolean }) =>
      write((await import("./dictionary.ts")).dictionary(unit, options)),
    );
  program
    .command("diagnose")
    .description("what findings leave, and what to check next")
    .argument(...UNIT)
    .requiredOption("--findings <file>", "findings as JSON, see docs/findings.schema.json")
    .option(...JSON_OUT)
    .action(async (unit: string, options: DiagnoseOptions) =>
      write((await import("./diagnose.ts")).diagnose(unit, options)),
    );
  program
    .command("meter")
    .description("a simulated bench meter that speaks SCPI over TCP, until Ctrl-C")
    .option("--port <n>", "port on this machine", "5025")
    .option("--say <values>", "what it shows, one after the other, in base units: 230.1,0,OL", "230.1")
    .option("--seconds <n>", "how long each stands before the probes move on", "4")
    .option("--practice <address>", "show what the meter of this exercise shows, instead")
    .action(async (options: MeterOptions) => (await import("./meter.ts")).meter(options, write));
  program
    .command("play")
    .description("hide every failure in turn and find it")
    .argument(...UNIT)
    .option("--order <name>", "order of checks", "information")
    .option("--noise <share>", "meter's error", "0.02")
    .option("--slips <share>", "readings that are wrong", "0.02")
    .option("--seed <n>", "same seed, same plays", "1")
    .option("--truth <file>", "readings of the faults by somebody else's reckoning")
    .option(...JSON_OUT)
    .action(async (unit: string, options: PlayOptions) =>
      write((await import("./play.ts")).play(unit, options)),
    );
  program
    .command("lint")
    .description("what is probably a mistake in a model")
    .argument(...UNIT)
    .option(...JSON_OUT)
    .action(async (unit: string, options: { json?: boolean }) => {
      const { output, failed } = (await import("./lint.ts")).lint(unit, options);
      write(output);
      if (failed) told.code = 1;
    });
}

/** What is done with everything that is kept. */
function addDataCommands(program: Command, write: Write, told: Told): void {
  const DATA = ["--data <folder>", "folder of the data"] as const;
  const dataFolder = process.env["ZYGODROME_DATA"] ?? ".zygodrome";
  program
    .command("backup")
    .description("everything that is kept, in one file; also while Zygodrome runs")
    .argument("<file>", "file to write; it must not be there yet")
    .option(...DATA, dataFolder)
    .action(async (file: string, options: DataOptions) =>
      write(await (await import("./backup.ts")).backup(file, options)),
    );
  program
    .command("restore")
    .description("put a backup in place of what is there, which is kept aside")
    .argument("<file>", "a file that backup wrote")
    .option(...DATA, dataFolder)
    .action(async (file: string, options: DataOptions) =>
      write(await (await import("./backup.ts")).restore(file, options)),
    );
  program
    .command("shop")
    .description("add a shop of its own to this Zygodrome, with its lead; prints the lead's link")
    .argument("<short-name>", "small letters, digits and dashes: what its people sign in with")
    .requiredOption("--name <name>", "the shop's name, as it stands on papers")
    .requiredOption("--lead <name>", "who leads it")
    .option("--demo-units", "with the units of the demo shop in its library")
    .option(...DATA, dataFolder)
    .action(async (id: string, options: ShopOptions) =>
      write(await (await import("./shop.ts")).addShop(id, options)),
    );
  program
    .command("check")
    .description("read everything that is kept and say what is not as it should be")
    .option(...DATA, dataFolder)
    .action(async (options: DataOptions) => {
      const { output, failed } = await (await import("./backup.ts")).check(options);
      write(output);
      if (failed) told.code = 1;
    });
}

const collect = (value: string, before: string[]): string[] => [...before, value];
