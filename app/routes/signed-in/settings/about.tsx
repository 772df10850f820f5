import classes from './settings.module.css';

const EMERGENCIES = [
  'Numbness between the legs, or new trouble holding or passing water or stool.',
  'Chest pain, pressure or breathlessness.',
  'A sudden headache that is the worst ever.',
  'Sudden dizziness with double vision, slurred speech, trouble swallowing, a fall without warning, a numb face, unsteady walking or jerking eyes.',
];

const SOON = [
  'A hot, swollen, painful calf.',
  'A limb that grows weaker.',
  'Pain after a bad fall or a crash.',
  'Fever together with pain in the spine.',
  'Constant pain at night that no position eases.',
  'Losing weight without wanting to.',
  'New bone pain after having had cancer.',
];

const NEVER = [
  'Press to a welcome, bearable ache while breathing easily. Sharp, electric, or holding your breath is too much: ease off.',
  'Never press on bone, on the front of the throat, behind the knee, or where you feel a pulse.',
  'A feeling that travels while you press and stops when you let go is usual. If it goes on, stop and tell your therapist.',
  'Numbness, tingling or a shooting pain: come off and do not press there again until someone has looked.',
  'A bruise or marked soreness the next day means it was too hard. Leave the spot alone until it has settled, and tell your therapist.',
  'Get up from the floor by rolling to the side and coming to all fours. Never sit straight up off a ball.',
];

export default function About() {
  return (
    <>
      <h1>About and cautions</h1>
      <section>
        <h2>What this is</h2>
        <p>
          Entspann carries home self-release routines from a manual therapist to a client: how hard,
          how long, how often. It leads the client through them, keeps what they log, and shows the
          therapist what changed.
        </p>
        <p>
          It is <strong>not a medical device, a diagnosis or a treatment</strong>, and it does not
          replace an examination in person. What it says about pressing, holding and sites is what
          manual therapists commonly teach; most of it has no published source, and where it has one
          it is named. Seconds for moves and finding the spot are our own estimates.
        </p>
      </section>
      <section>
        <h2>Who decides</h2>
        <p>
          A licensed practitioner decides what is prescribed, under the law, the professional code
          and the scope of practice of the place where they work. Where those say otherwise than
          Entspann, they are right. The screening is an interview and not an examination: a red flag
          stops the plan, and somebody has to look in person. Measured figures carry their error.
          Loads and pressures are estimates with a band; order and ratio are what to go by.
        </p>
      </section>
      <section>
        <h2>Call emergency services now</h2>
        <ul>
          {EMERGENCIES.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </section>
      <section>
        <h2>Stop, and see someone in person</h2>
        <ul>
          {SOON.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        <p className={classes.soft}>
          Shooting pain into the leg, numbness or tingling: have it looked at in person before any
          work on the buttock, hip or low back.
        </p>
      </section>
      <section>
        <h2>While you practise</h2>
        <ul>
          {NEVER.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </section>
      <section>
        <h2>Your record</h2>
        <p>
          Your practice sees what you log; no other practice does, and nothing is sent anywhere
          else. An issued version of a routine never changes, and what was logged is never
          overwritten.
        </p>
      </section>
    </>
  );
}
