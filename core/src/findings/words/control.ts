import { listOf } from '../../quantity/list-of.ts';
import { COIL_FUSE_MOST_A } from '../../wiring/net-coil.ts';
import { findTabs } from '../../wiring/tabs.ts';
import { capital } from '../../quantity/capital.ts';
import type { WordTable } from './table.ts';

/** Names that speak of several things. */
const MANY: readonly string[] = ['returns', 'terminals', 'wires that touch'];

export const controlWords = {
  'chain-loop': {
    told: ({ allTags, tag }: { allTags: string[]; tag: string }) => ({
      short: `${allTags.join(' and ')} form a loop`,
      title: `${allTags.join(' → ')} → ${tag} feed each other`,
      why: 'None of them hangs on the battery. They are worked out as if each were fed from the main path.'
    }),
    lost: ({ tag, named }: { tag: string; named: string }) => ({
      short: `${tag} hangs on nothing`,
      title: `${tag} is fed from '${named}', which is not there`,
      why: 'It is worked out as if it were fed from the main path; say which circuit it really hangs on.'
    })
  },
  'circuit-shape': {
    notClosed: ({ tags }: { tags: string[] }) => ({
      short: `${tags[0]} stands in the circuit twice`,
      title: `${listOf(tags)} ${tags.length > 1 ? 'stand' : 'stands'} in the circuit twice`,
      why: 'A part has one place: what is fed as an outlet cannot be the switch of a feed as well. Until then no current through it is known.'
    }),
    portless: ({ tag, portId }: { tag: string; portId: string }) => ({
      short: `${tag} leads to no port`,
      title: `${tag} leads to no port`,
      why: `It names the port '${portId}', which is not on any face.`
    }),
    fedTwice: ({ portTag }: { portTag: string }) => ({
      short: `${portTag} is fed by two circuits`,
      title: `${portTag} is fed by two circuits`,
      why: 'Two fuses in parallel protect nothing.'
    }),
    unwired: ({ tag, cordsNames }: { tag: string; cordsNames: string[] }) => ({
      short: `${tag} is not wired`,
      title: cordsNames.length > 0 ? `The cord through ${tag} is not wired` : `${tag} is not wired`,
      why:
        cordsNames.length > 0
          ? `${cordsNames.join(', ')}: no circuit feeds the cord inside, so it does not run, and no fuse or wire of it is judged.`
          : 'No circuit feeds it, so nothing plugged in there runs.'
    })
  },
  'meter-shared-feed': {
    told: ({ portTag, sharedV }: { portTag: string; sharedV: number }) => ({
      short: `${portTag} reads ${sharedV.toFixed(2)} V low`,
      title: `${portTag} reads up to ${sharedV.toFixed(2)} V low under load`,
      why: `It shares the main path with the loads. A fused pair of its own straight off the battery reads true; it then draws all the time.`
    })
  },
  'no-master': {
    told: () => ({
      short: 'No master switch',
      title: 'No master switch',
      why: 'Meters and idle converters draw all the time, and there is no one thing to throw when something smells.'
    }),
    bypassed: () => ({
      short: 'The master switches nothing',
      title: 'The master switches nothing that is fed',
      why: 'All that is fed goes straight off the battery, round it: there is no one thing to throw when something smells.'
    })
  },
  'path-changed': {
    told: ({ tag, by, day, mark, now }: { tag: string; by: string; day: string; mark: string; now: string }) => ({
      short: `${tag} changed since its check`,
      title: `${tag} is not what ${by || 'somebody'} checked on ${day}`,
      why: `Then: ${mark}. Now: ${now}. The fuse relied on that wire: check the path again.`
    })
  },
  'quiescent-drain': {
    told: ({ emptyDays, currentA, monthAh }: { emptyDays: number; currentA: number; monthAh: number }) => ({
      short: `Flat on the shelf in ${Math.floor(emptyDays)} days`,
      title: `Flat on the shelf in ${Math.floor(emptyDays)} days`,
      why: `${(currentA * 1000).toFixed(0)} mA flow even when the box is switched off: ${monthAh.toFixed(1)} Ah a month.`
    })
  },
  'relay-unsound': {
    lost: ({ tag, inId }: { tag: string; inId: string }) => ({
      short: `${tag} switches nothing`,
      title: `${tag} stands in a circuit that is not there`,
      why: `It names the circuit '${inId}'. Say what it switches, or take it out.`
    }),
    small: ({ tag, ratingA, carriesA }: { tag: string; ratingA: number; carriesA: number }) => ({
      short: `${tag} ${ratingA} A carries ${carriesA.toFixed(1)} A`,
      title: `The contacts of ${tag} are too small`,
      why: `${carriesA.toFixed(1)} A flow through them; they are rated ${ratingA} A and weld shut.`
    }),
    rating: ({ tag }: { tag: string }) => ({
      short: `${tag}: contact rating unknown`,
      title: `${tag}: what its contacts bear is unknown`,
      why: 'Read the DC amps printed on it; the larger of two figures is often for alternating current.'
    }),
    coilFuse: ({ tag, inMain, guardTag }: { tag: string; inMain: boolean; guardTag: string | undefined }) => ({
      short: `Coil of ${tag} without small fuse`,
      title: `The coil of ${tag} hangs on ${inMain ? 'the main path' : 'thick wire'} without a small fuse`,
      why: `Its thin wire would burn before ${inMain ? 'the main fuse' : (guardTag ?? 'its fuse')} opens; ${COIL_FUSE_MOST_A} A at most.`
    }),
    spark: ({ suppressed, tag }: { suppressed: 'unknown' | 'no'; tag: string }) => ({
      short: suppressed === 'no' ? `${tag} has no coil diode` : `${tag}: coil diode?`,
      title:
        suppressed === 'no' ? `The coil of ${tag} has no diode` : `Whether the coil of ${tag} has a diode is unknown`,
      why: 'As it lets go, a bare coil throws a hundred volts or more at its switch and at electronics beside it.'
    }),
    break: ({ tag }: { tag: string }) => ({
      short: `${tag} stays on when its coil wire breaks`,
      title: `${tag} switches off only while its coil is fed`,
      why: 'Its contact opens when the coil is fed: a broken coil wire, a blown coil fuse or an empty battery leaves everything on, and keeping it off takes current. A switch that has to be relied on feeds the coil of a contact that closes.'
    }),
    minus: ({ tag }: { tag: string }) => ({
      short: `${tag}: a chafed coil wire keeps it on`,
      title: `The switch of ${tag} stands in the return of its coil`,
      why: 'The coil’s + is live all the time. Where the wire to the switch chafes on metal or on a return, the coil pulls in and the switch no longer lets go. In the + lead such a fault blows the small fuse and everything goes off.'
    }),
    coil: ({ tag }: { tag: string }) => ({
      short: `${tag}: coil current unknown`,
      title: `${tag}: what its coil draws is unknown`,
      why: '0.15 A is taken while nobody knows. Measure it: 12 divided by the coil’s ohms.'
    }),
    switch: ({ tag }: { tag: string }) => ({
      short: `${tag}: what switches its coil?`,
      title: `${tag}: what feeds its coil is unknown`,
      why: 'Trace the wire from its coil, or see which lever makes it click.'
    }),
    always: ({ tag }: { tag: string }) => ({
      short: `${tag} is always pulled in`,
      title: `Nothing switches the coil of ${tag}`,
      why: 'It draws all the time and switches nothing. Name its switch or kill switch.'
    })
  },
  'shunt-bypassed': {
    told: ({ tag, feeds, meanA }: { tag: string; feeds: string; meanA: number }) => ({
      short: `The meter misses ${tag}`,
      title: `The meter does not count ${feeds}`,
      why: `Its return goes round the shunt: in ten hours the count is ${(meanA * 10).toFixed(1)} Ah wrong.`
    })
  },
  'shunt-overload': {
    told: ({ ratingA, loadA }: { ratingA: number; loadA: number }) => ({
      short: `Shunt ${ratingA} A carries ${loadA.toFixed(0)} A`,
      title: 'The shunt runs hot',
      why: `${loadA.toFixed(1)} A flow; two thirds of ${ratingA} A is the limit for a steady count.`
    })
  },
  'sparks-by-battery': {
    told: ({ sparks, relayCount, flooded }: { sparks: string[]; relayCount: number; flooded: boolean }) => ({
      short: 'Contacts spark by the battery',
      title: 'Switches and relays spark in the same space as a lead battery',
      why: `${[...sparks, ...(relayCount ? [`${relayCount} relay${relayCount > 1 ? 's' : ''}`] : [])].join(', ')}. ${flooded ? 'It gases in use: put it in a compartment of its own, vented outside.' : 'Sealed ones gas only when overcharged: charge with the lid open and switch nothing meanwhile.'}`
    })
  },
  'switch-rating': {
    overVolts: ({ tag, outV, contactsBreakV }: { tag: string; outV: number; contactsBreakV: number }) => ({
      short: `${tag} has to break ${outV} V`,
      title: `${tag} is made for 12 V and has to break ${outV} V`,
      why: `Its amps hold up to some ${contactsBreakV} V of direct current; above that the arc between its contacts may not go out. A switch ahead of the converter breaks the battery’s volts only.`
    }),
    overAmps: ({
      master,
      id,
      bearsA,
      currentA,
      usersPorts,
      stop
    }: {
      master: boolean;
      id: string;
      bearsA: number;
      currentA: number;
      usersPorts: string[];
      stop: boolean;
    }) => ({
      short: `${master ? 'Master' : id} ${bearsA} A switches ${currentA.toFixed(1)} A`,
      title:
        usersPorts.length > 0 && !master
          ? `${id} is too small for ${usersPorts.join(', ')}`
          : `${master ? 'The master switch' : id} is too small`,
      why: stop
        ? `Everything behind it can draw ${currentA.toFixed(1)} A together; it is rated ${bearsA} A. The arc of direct current welds its contacts.`
        : `A motor’s inrush wears contacts: half its ${bearsA} A is the limit.`
    })
  },
  'tab-order-unknown': {
    told: ({ tag }: { tag: string }) => ({
      short: `${tag}: which tab is supply?`,
      title: `${tag}: which tab is supply, load and lamp is unknown`,
      why: `Fed on its lamp tab it shorts + to − as soon as it is on. ${findTabs({ joined: null, lampFrom: null }).next}`
    })
  },
  'unknown-attribute': {
    told: ({ label, name, how }: { label: string; name: string; how: string }) => ({
      short: `${capital(label)}: ${name} unknown`,
      title: `${capital(label)}: ${name} ${MANY.includes(name) ? 'are' : 'is'} unknown`,
      why: how
    })
  }
} satisfies WordTable;
