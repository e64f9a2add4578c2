/**
 * How sure each kind of evidence is of a word in a slot, 0 to 1: what a proposal shows, and what says whether it is taken
 * without being looked at (from 0.80). They were set on scenes whose right names are known and that were spoiled, and are
 * held to be true there: of what is proposed at 0.9, nine of ten must be right. docs/trust.md has how that is measured, on
 * which seeds, and what came out; scenes that were kept aside judge the whole. No number here comes from a standard.
 */
export const sure = {
  /** Evidence for any slot. */
  any: {
    /** The word of the slot stands in the name: wrong only where another slot's word was meant. */
    ownWord: 0.97,
    /** A spelling that the convention lists for a word. */
    ownSpelling: 0.93,
    /** Nearly a listed word: a letter off, which another word may be too. */
    nearListed: 0.88,
    /** Nothing that could be known makes a name surer than this: people have reasons. */
    most: 0.97,
    /** Below this a guess is none. */
    least: 0.5,
    /** How much a habit counts for of which nothing was seen yet: an optional slot that others leave out. */
    leftOut: 0.85,
    /** So many cases are needed before the scene's own habit goes before what is common. */
    enoughCases: 3,
    /** Seen, but so near to a plane that a little would move it to the other side. */
    notClear: 0.65,
  },
  /** Left and right. */
  side: {
    /** The name says it and it sits clearly there; or it sits there, though not clearly. */
    ownAndThere: 0.99,
    ownAndNearlyThere: 0.9,
    /** The name says the middle, and it is a little off. */
    centreThoughOff: 0.7,
    /** The one across, rightly named, says the other side. */
    acrossSays: 0.96,
    /** How often meshes carry a side where nothing like them is named, and groups, which mostly stand for both. */
    meshCarries: 0.9,
    groupCarries: 0.35,
    /** Which way the asset faces, before its own names agree: as declared or as glTF 2.0 has it. */
    facing: 0.88,
    /** Which way the asset faces was only assumed: then nothing that rests on it is sure. */
    mostAssumed: 0.7,
    /** Where the slot may be left out, a seat alone is worth at least this. */
    optionalCarries: 0.6,
    /** Name and seat say different things: what the seat is worth before others agree; how it is where the facing is known. */
    facingAgainst: 0.75,
    facingKnown: 0.93,
    /** What saying otherwise costs: with a mirror partner across, the seat is no accident. */
    againstWithPartner: 0.02,
    againstAlone: 0.08,
    /** The seat is not clear, and the name says otherwise. */
    againstNotClear: 0.55,
    mostAgainst: 0.96,
    /** The name says a side and it sits in the middle: either may be. */
    sidedInMiddle: 0.6,
    /** The name says the middle, and it sits there. */
    ownCentre: 0.97,
    /** How often what sits in the middle carries the word for it, where nothing like it is named: meshes, others. */
    meshCarriesCentre: 0.8,
    otherCarriesCentre: 0.15,
    /** A name that fits without a side: how often things like it carry one, when nothing was seen; and what doubt is left. */
    unknownShare: 0.4,
    doubtOfFit: 0.04,
  },
  /** Front and back, up and down. */
  place: {
    ownAndThere: 0.98,
    /** The name says a place where it does not sit, and which way is front is not known well enough to say so. */
    ownNotThere: 0.65,
    ownUnclear: 0.8,
    /** What saying otherwise than the name costs. */
    against: 0.08,
    /** The one across says it: and it sits there, or where that cannot be told. */
    acrossAndThere: 0.95,
    acrossAlone: 0.85,
    mostBySeat: 0.95,
  },
  /** What it is made of. */
  surface: {
    ownAndBound: 0.99,
    /** A material's word, before the scene's names agree with theirs. */
    bound: 0.9,
    /** Several materials on one object: which of them counts? */
    several: 0.1,
    /** Another material than the name says. */
    mostAgainst: 0.95,
    against: 0.04,
    /** The name says it, and no material does. */
    ownUnbound: 0.92,
    leftOut: 0.8,
    acrossSays: 0.75,
  },
  /** The type, and slots of the studio's own. */
  type: {
    ownListed: 0.99,
    /** Only one word may stand here; one of several means this kind. */
    onlyOne: 0.99,
    meansKind: 0.95,
    leftOut: 0.6,
    /** Nine in ten of the same shape have it: several, or one. */
    ofShape: 0.93,
    ofOneShape: 0.82,
    /** Nine in ten of all names have it. */
    ofAll: 0.85,
    /** Most have it, and something must stand there. */
    mostOfMany: 0.7,
    onlyAllowed: 0.95,
  },
  /** What it is. */
  what: {
    ownRight: 0.98,
    ownFits: 0.96,
    leftOut: 0.6,
    /** A word that no dictionary and no other name has. */
    ofStrangeWords: 0.7,
    ofStrangers: 0.78,
    /** All its twins are called otherwise, and only they have its word. */
    twinsAgainst: 0.82,
    /** A lone word that is nearly what its likes have: either may be the slip. */
    loneNear: 0.6,
    /** The same word in other capitals: as others of the scene write it, as its likes do. */
    otherCapitals: 0.93,
    capitalsOfLikes: 0.9,
    /** A letter off from what its likes are called, and rarer. */
    slipOfLikes: 0.88,
    /** No word, and one word of the dictionary is the only near one. */
    meantWord: 0.82,
    /** Nearly a word of other names: that is surely meant, or might be. */
    slipSure: 0.87,
    slipUnsure: 0.72,
    /** The word is listed as a spelling elsewhere, but others are called so. */
    asOthers: 0.85,
    /** A run of letters parted by the dictionary; one of its parts is another slot's word. */
    run: 0.85,
    runListed: 0.6,
    /** Its own words: all known, one, two, more of which some are not. */
    allKnown: 0.94,
    oneWord: 0.88,
    twoWords: 0.84,
    moreWords: 0.72,
    /** One long run of letters that nobody knows. */
    unknownRun: 0.6,
    /** The one across: rightly named, or not. */
    acrossFits: 0.93,
    acrossAny: 0.75,
    /** What those of its shape are called, times how many agree: several, or one. */
    ofShape: 0.94,
    ofOneShape: 0.84,
    /** The same from other scenes of the project; and never before what its own scene says. */
    elsewhere: 0.88,
    elsewhereOne: 0.76,
    belowOwnScene: 0.6,
    /** What its shape is called, before shapes and names of the scene agree; at most. */
    shapeName: 0.7,
    mostShapeName: 0.9,
    /** What it hangs under: an only child, one of several. */
    onlyChild: 0.7,
    child: 0.4,
  },
  /** Numbers. */
  number: {
    /** A name that stays keeps its number; without one where others are numbered it may have lost it. */
    kept: 0.97,
    keptBare: 0.6,
    /** Its own number: in a name that fits, in one that does not. */
    ownFits: 0.98,
    own: 0.9,
    /** The number of the one across. */
    across: 0.92,
    /** There is only one: none where it may be left out, else the first. */
    onlyBare: 0.9,
    onlyFirst: 0.93,
    /** The next in the tree, before the scene's names show that they are counted so. */
    inOrder: 0.85,
    mostInOrder: 0.9,
    /** Not the next, but the first that is free; nobody of the name is numbered yet: what is left of it. */
    firstFree: 0.8,
    nobodyNumbered: 0.8,
  },
  /** Whole names. */
  name: {
    /** A name that fits and stays. */
    rightAlready: 0.97,
    /** It fits, but nothing else is called so. */
    odd: 0.78,
    /** It is to become a helper by the prefix of its likes. */
    prefix: 0.85,
  },
} as const;
