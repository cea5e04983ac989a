import type { PictureId } from "./pictures.ts";
import type { TermId } from "./terms.ts";

/** A page of the guide: one task, and how it is done here. */
export interface GuidePage {
  readonly id: string;
  readonly title: string;
  /** What the task is for, in one sentence. */
  readonly purpose: string;
  readonly steps: readonly string[];
  /** What to mind. */
  readonly notes?: readonly string[];
  readonly picture?: { readonly of: PictureId; readonly alt: string };
  readonly terms?: readonly TermId[];
  readonly next?: readonly string[];
}

/** The pages in the order in which a new technician needs them. */
export const GUIDE_PAGES: readonly GuidePage[] = [
  {
    id: "start-a-job",
    title: "Start a job",
    purpose: "Take in a unit: which one it is, what the customer says, what others have already done.",
    steps: [
      "Board, “Start a job”. Choose the unit. If it is not in the library, trace its dead circuit first.",
      "Write what is wrong in the customer's words. Give the place or serial number, and the year from the rating plate if you can read it.",
      "Answer what the customer knows: what works, what does not, what the display shows. Leave out what nobody knows.",
      "If an earlier repairer said something is new or good, add it as a claim. If a repair of yours has come back, choose that job.",
      "“Open the job”. The first check is on the card.",
    ],
    notes: [
      "An honest “I don't know” is better than a guess: every answer is weighed.",
      "The box “Start from what this shop has learned” can be left off; then only the catalogue counts.",
    ],
    picture: { of: "start-job", alt: "The form that opens a job, with the customer's words and questions" },
    terms: ["claim", "state"],
    next: ["declare-the-power", "trace-a-circuit"],
  },
  {
    id: "declare-the-power",
    title: "Declare the power",
    purpose: "Say whether the unit is live, or dead and proven, before any reading.",
    steps: [
      "Tap the power field at the top of the job, or press P.",
      "For dead: switch off, lock off, wait for stored charge, and prove dead with a meter that you proved before and after on a known source.",
      "For live: read the cautions, and confirm that you are trained and allowed to work live here.",
      "Confirm each line yourself. Your name stands with it in the record.",
    ],
    notes: [
      "Dead checks are offered first where they tell nearly as much.",
      "A meter reading that says live on a unit declared dead stops the job until that is settled.",
      "Local codes, the maker's instructions and the limits of your licence go before anything that Zygodrome proposes.",
    ],
    terms: ["power"],
    next: ["take-the-next-check"],
  },
  {
    id: "take-the-next-check",
    title: "Take the next check",
    purpose: "Measure the pair of points that narrows the suspects most for the time it takes.",
    steps: [
      "Read the card: where the probes go, what the meter is on, what the unit is doing meanwhile.",
      "Compare what you would read if each suspect were true. The card lists it.",
      "Measure, and write the reading in the line under the card.",
      "If you cannot get at the point, press “Can't reach it”. It is not proposed again.",
    ],
    notes: [
      "With N you get another check. With O you choose the order: by information, from the supply, by halves.",
    ],
    picture: { of: "job", alt: "A job with the next check on its card and the suspects beside it" },
    terms: ["check", "bits"],
    next: ["write-a-finding", "read-the-suspects"],
  },
  {
    id: "write-a-finding",
    title: "Write a finding",
    purpose: "Record what the meter or your eyes show, in one line.",
    steps: [
      "Press E, or tap the line. A bare number is the pair on the card.",
      "For another pair write both points, the number and the unit: P4.3 to N 118 vac.",
      "For a look write what you see and where: looks burnt P4.",
      "Check the echo before you record: both ends with their colours, the state, the function.",
      "Record. Photographs can be added to the finding afterwards.",
    ],
    notes: [
      "What was recorded last is taken back with U. It stays in the record with your reason.",
      "Numbers that no meter can show there are asked about before they are recorded.",
      "With the connection gone you can go on writing. Entries wait in the browser and are sent once.",
    ],
    terms: ["finding", "state"],
    next: ["hands-busy", "watch-what-comes-and-goes", "keys"],
  },
  {
    id: "read-the-suspects",
    title: "Read the list of suspects",
    purpose: "See what is still possible, why, and what was ruled out by what.",
    steps: [
      "The list beside the card has the items by their chance. Open one for its suspects and the findings that raised or lowered it.",
      "The recap says what is ruled out, and by which finding, if there is only one fault.",
      "If two suspects cannot be separated by the listed checks, the list says so and names what would separate them.",
      "Watch “not in the model”. If it grows, something is different from the drawing.",
    ],
    terms: ["suspect", "item", "chance", "outside", "doubt"],
    next: ["when-readings-contradict"],
  },
  {
    id: "when-readings-contradict",
    title: "When readings contradict each other",
    purpose: "Find the wrong reading, or the thing that the drawing does not have.",
    steps: [
      "Prove the probes on a known source, then press “Again” beside the doubt and take that reading once more.",
      "If a reading was a slip, take it back and say why.",
      "If it stands, look for what the model cannot know: a wire on the wrong pin, a wrong part fitted, a second fault.",
      "Correct the unit in its workshop if the drawing is wrong, and move the job to the new revision.",
    ],
    terms: ["doubt", "outside", "knownGood"],
    next: ["work-on-a-unit"],
  },
  {
    id: "call-and-repair",
    title: "Make the call and repair",
    purpose: "Decide what is at fault, order the part, and put it right wire by wire.",
    steps: [
      "Press C. The call names the item, the remedy, the likely cause and what would disprove it.",
      "Look at the cost of mending the part against replacing the assembly.",
      "Order the part, or take it from the shelf. The board shows what the job waits for.",
      "Isolate and discharge. Work the transfer list one wire at a time, or label and photograph all of them first.",
      "Carry over the settings. Enter the colour found at each place: crossed wires are named.",
      "Write what was done and what lay behind the failure.",
    ],
    notes: ["Fuses keep their type and rating. No protective device is bridged to get a unit going."],
    picture: { of: "call", alt: "The call with its remedy, cost and the findings it rests on" },
    terms: ["call", "item"],
    next: ["prove-and-close"],
  },
  {
    id: "prove-and-close",
    title: "Prove the repair and close",
    purpose: "Show that what was wrong is right now, before the unit goes back.",
    steps: [
      "Take again every reading that was wrong before. The strip under the job lists them.",
      "Run the unit to its end in every mode that the fault touched.",
      "Make the tests that the unit's hazards ask for: earth, insulation, leakage. By a licensed person where the law says so.",
      "Take off every jumper that was recorded, and record it.",
      "Close the job. If it cannot be proven, say why; that stands in the record.",
    ],
    notes: ["A proof that fails keeps the job open, with that reading in it."],
    picture: { of: "report", alt: "The report of a closed job with findings and suspects over time" },
    terms: ["proof"],
    next: ["papers-for-the-customer"],
  },
  {
    id: "papers-for-the-customer",
    title: "Papers for the customer",
    purpose: "Give the customer a page in plain words, with cost and warranty.",
    steps: [
      "Under “More” open “Report”, then “For the customer”.",
      "Check what was wrong, what proved it, what was done, what to watch.",
      "Print it, save it as PDF, or put it in the outbox.",
      "“Repair it, or a new one?” compares both by assumptions that you can change.",
    ],
    notes: ["The outbox that ships with Zygodrome is simulated: it keeps letters and sends none."],
    next: ["logbook-and-learning"],
  },
  {
    id: "strip-down",
    title: "Find a short by strip-down",
    purpose: "Find which load trips the protection, with as few fuses and resets as possible.",
    steps: [
      "Open “Strip-down” from the job, or alone from the top of the page.",
      "Take off what the plan says, with the unit dead.",
      "Restore the supply and record whether it holds.",
      "Go on until one load is left. Prove it with ohms, dead.",
    ],
    notes: ["Each try costs a fuse or a reset. The plan counts them, and stops before a device wears out."],
    picture: { of: "strip-down", alt: "A strip-down with loads on and off and the chance that it trips" },
    terms: ["strip"],
  },
  {
    id: "test-a-component",
    title: "Test a component",
    purpose: "Judge a part on the bench or in circuit, against limits with their sources.",
    steps: [
      "Open “Component tests” and choose the part.",
      "Enter what its marking says. The limits are worked out from it.",
      "Prepare it as the test says: dead, discharged, one leg lifted where it must be.",
      "Enter the readings. The verdict names the limit it rests on.",
    ],
    picture: { of: "component-test", alt: "A component test with its limits and verdict" },
  },
  {
    id: "trace-a-circuit",
    title: "Trace a circuit that is in no library",
    purpose: "Make a unit of the one dead circuit in front of you, in ten lines.",
    steps: [
      "Under “Units” press “Trace a circuit of it”, or “Trace the dead circuit” where you start a job.",
      "Walk it with a finger from the supply to the load and back. One line for each thing: fuse 10A, P4.3 grey, relay K3 24V, element 2kW.",
      "Say “I don't know” where you do not. The prediction is then wide instead of wrong.",
      "Join a second circuit where it shares a fuse, a neutral or a board.",
      "Start the job. The circuit can be traced further at any time.",
    ],
    picture: { of: "trace", alt: "A traced circuit as a ladder with the line to type below" },
    next: ["work-on-a-unit"],
  },
  {
    id: "work-on-a-unit",
    title: "Work on a unit in its workshop",
    purpose: "Correct or complete a unit's model: parts, wires, states, sequence, photographs.",
    steps: [
      "Open the unit and choose “Workshop”.",
      "Change parts and wires in their sheets. Every mistake is named with its place.",
      "Describe what the board does step by step, with what it waits for.",
      "Save. It becomes a new revision; jobs keep the one they were started on.",
    ],
    picture: { of: "workshop", alt: "The workshop of a unit with its sheets and the list of what is wrong" },
  },
  {
    id: "hands-busy",
    title: "Readings while your hands are busy",
    purpose: "Let the meter write the reading by itself.",
    steps: [
      "In “Settings” put the meter's address on the list and test it. Or join one on the serial port of this device.",
      "Under “More” choose “Hands busy”.",
      "Put the probes on the pair. Once the reading rests it is held. What the meter showed before the check came does not count: lift the probes first.",
      "Take it with any key, a pedal, or by saying “take it”.",
    ],
    notes: [
      "A true zero and an open pair look like probes in the air. Take those with the button.",
      "npx zygodrome meter is a simulated meter. With --practice it reads an exercise.",
    ],
    next: ["watch-what-comes-and-goes"],
  },
  {
    id: "watch-what-comes-and-goes",
    title: "Watch what comes and goes",
    purpose: "Catch a fault that shows only now and then.",
    steps: [
      "Clip the probes on, so that they cannot slip. Under “More” choose “Watch what comes and goes”.",
      "Choose the meter and what it is on. Start watching.",
      "Wiggle, press, heat, cool, and mark what you do when you do it.",
      "Stop, say between which points it was, and record it as one finding.",
    ],
    notes: [
      "A reading that falls away and comes back speaks for joints and contacts that come and go.",
      "A log that a meter saved by itself can be pasted or opened instead.",
    ],
  },
  {
    id: "without-a-network",
    title: "Work without a network",
    purpose: "Go on in a cellar where the phone has no reception.",
    steps: [
      "Open Zygodrome once with a network. It keeps your jobs, their units and the component tests in this browser.",
      "Install it from the browser's menu if you want it to open like a program.",
      "Work as usual. Entries and photographs wait in the browser.",
      "Back in reach they are sent in their order, each once. What others wrote meanwhile is merged.",
    ],
    notes: ["Do not clear the browser's data while entries wait."],
  },
  {
    id: "practise",
    title: "Practise on hidden faults",
    purpose: "Learn on a simulated unit, where a slip costs nothing but time.",
    steps: [
      "“Practice”. Take today's exercise, one that was set, or choose unit, kind of fault and how hard.",
      "Set the unit's inputs and let it run. Look, listen, measure, lift plugs.",
      "Switch off and lock before you touch. Slips are counted.",
      "Call it, repair it, hand it back. Then look back at what each step was worth.",
    ],
    picture: { of: "practice", alt: "An exercise with the simulated unit, the meter and the steps so far" },
  },
  {
    id: "set-exercises",
    title: "Set exercises for others",
    purpose: "Give everybody the same hidden faults, and see how they do.",
    steps: [
      "As a lead open “Practice”, then “The class”.",
      "Name the course. Add its exercises in their order.",
      "See who has worked which, and look back at each try.",
    ],
    next: ["practise"],
  },
  {
    id: "logbook-and-learning",
    title: "The logbook, and what the shop has learned",
    purpose: "Find earlier jobs, see what fails on which unit, and start the next job better.",
    steps: [
      "“Logbook”. Search all words of a job in one field.",
      "Choose a question: what fails, how long it took against the computed best, which checks pay, what to carry, what came back, where time goes.",
      "Each chart has its table beside it, and a CSV file.",
      "In a job, “Starts from … jobs of this shop” shows what was learned for this unit and its age. It can be left aside.",
    ],
    picture: { of: "logbook", alt: "The logbook with a chart and its table" },
    terms: ["chance"],
  },
  {
    id: "people-and-signing-in",
    title: "People and signing in",
    purpose: "Give each person their own way in, and take it back.",
    steps: [
      "As a lead open “Settings”, then “Who works here, what they do, and how they sign in”.",
      "Invite somebody with a role: lead, technician or learner. They open the link and choose a passphrase.",
      "Who forgets it gets a new link. Who leaves is signed out everywhere; their name stays on their entries.",
      "Under “You” change your passphrase, add a passkey, or sign out on all devices.",
    ],
    notes: ["A learner works in practice only, and sees no customer."],
  },
  {
    id: "language",
    title: "German or English",
    purpose: "Read the interface, and what it prints, in the language of your own.",
    steps: [
      "Before any choice the interface speaks what your browser asks for.",
      "Choose the language at the top of a wide page, at the end of the board, in “Settings”, or where you sign in.",
      "Papers for the customer and labels are made in the language of who asks for them.",
    ],
    notes: [
      "What people have written, and the names in a unit's model, stay as they are.",
      "A finding is written, or said, in English or in the page's language. What a circuit is traced by is written in English: fuse 10A, relay K3 24V.",
    ],
  },
  {
    id: "keys",
    title: "Keys, and how a line is written",
    purpose: "Work without the mouse.",
    steps: ["In a job press ? for the list of keys."],
  },
];

export const guidePage = (id: string): GuidePage | undefined => GUIDE_PAGES.find((p) => p.id === id);
