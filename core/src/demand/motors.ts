const MOTOR =
  /\b(?:pump|winch|windlass|motor|compressor|fridge|freezer|cooler|cool ?box|fan|blower|wiper|actuator|inflator|drill|aerator|feeder|retriever)s?\b/i;
/** What goes with a motor and has none, or has its own electronics before it. */
const WITHOUT =
  /\b(?:usb|charg\w*|lamp|light|controller|alarm|camera|sensor|thermo\w*|peltier|monitor|switch|battery)\b/i;

/** Whether a name tells of something that a motor drives: the word alone, to ask about it, never to judge by it. */
export const soundsLikeMotor = (name: string): boolean => MOTOR.test(name) && !WITHOUT.test(name);
