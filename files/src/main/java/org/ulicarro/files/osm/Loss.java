package org.ulicarro.files.osm;

/** What can become of something on a map other than what the map says, with what that does to the study; the worst first. */
public enum Loss {
    DETOUR(
            Grade.LEFT_OUT,
            "neighbours on the map that are much further apart by road now",
            "vehicles drive round; look at the roads between them"),
    ROAD_REMOVED(
            Grade.LEFT_OUT,
            "roads that do not fit among the others, left out",
            "its traffic has to take other roads; write it by hand, or change the map"),
    PART_REMOVED(
            Grade.LEFT_OUT,
            "parts that no road joins with the rest, left out",
            "nobody could drive there from elsewhere"),
    SHORT_WAY(Grade.LEFT_OUT, "ways of fewer than two nodes, left out", "nothing: there is no length to drive"),
    DIRECTION_REMOVED(
            Grade.LEFT_OUT,
            "directions from whose end no way leads on, left out",
            "nothing: nobody could have driven on from there"),
    DEAD_END(Grade.LEFT_OUT, "short dead ends of small streets, left out", "their few vehicles begin elsewhere"),
    PRIVATE_ROAD(Grade.LEFT_OUT, "roads that nobody or only some may use, left out", "nobody drives there"),
    ISLAND_CROSSING(Grade.LEFT_OUT, "ways across a roundabout's island, left out", "who drove across drives round"),
    SIGNAL_ASTRAY(Grade.LEFT_OUT, "signals away from junctions, left out", "nobody stops there"),
    RULE_UNKNOWN(
            Grade.LEFT_OUT,
            "turn restrictions over ways or of unknown kind, left out",
            "a turn is open that may be forbidden"),
    RULE_INCOMPLETE(
            Grade.LEFT_OUT,
            "turn restrictions that name no from, via or to, left out",
            "a turn is open that may be forbidden"),
    RULE_APART(
            Grade.LEFT_OUT,
            "turn restrictions whose roads do not meet, left out",
            "a turn is open that may be forbidden"),
    RULE_ASTRAY(
            Grade.LEFT_OUT, "turn restrictions away from junctions, left out", "a turn is open that may be forbidden"),
    RULE_TRAPS(
            Grade.LEFT_OUT,
            "turn restrictions that leave a road without a way on, left out",
            "turns are open that the map forbids"),
    SLIP_REMOVED(
            Grade.LEFT_OUT,
            "slip lanes that do not fit, left out",
            "that turn is made in the junction, with the others"),
    SLIP_ASTRAY(
            Grade.LEFT_OUT,
            "slip lanes whose junction is not clear, left out",
            "that turn is made in the junction, with the others"),
    STOP_ASTRAY(Grade.LEFT_OUT, "bus stops beside no road, left out", "no line can stop there"),
    STOP_NEAR(Grade.LEFT_OUT, "bus stops too near to a junction, left out", "no line can stop there"),
    CROSSING_REMOVED(
            Grade.LEFT_OUT, "crossings that do not fit, left out", "nobody walks there, and nobody has to give way"),
    BAYS_REMOVED(
            Grade.LEFT_OUT, "bays that do not fit their road, left out", "who turns waits in the way of the others"),
    LANES_REMOVED(Grade.LEFT_OUT, "lanes that do not fit their road, left out", "less room than there is"),
    MIDDLE_LANE(
            Grade.LEFT_OUT,
            "middle lanes for turns from both sides, left out",
            "who turns waits in the way of the others"),

    RING_PLAIN(
            Grade.CHANGED,
            "roundabouts with no room for their legs, made junctions where the side road gives way",
            "another way to give way; draw the place wider by hand"),
    RING_OPEN(
            Grade.CHANGED,
            "rings that are not closed or very wide, kept as single roads",
            "each of its junctions is one of its own"),
    RING_WIDER(
            Grade.CHANGED,
            "roundabouts drawn wider, to have room for their legs and lanes",
            "a little more room to wait, and a longer way round"),
    RING_NARROW_LEG(
            Grade.CHANGED,
            "roads with more lanes than their small roundabout takes, given as many as that",
            "less room than there is"),
    TURN_CLOSED(Grade.CHANGED, "turns so sharp that no car makes them in one go, closed", "who turned there drives on"),
    DOUBLE(Grade.CHANGED, "roads drawn twice, taken once", "nothing: the other one is there"),
    NODE_BRIDGED(
            Grade.CHANGED,
            "nodes that the file does not have or that lie far off their way, passed by",
            "the road goes straight where it may bend"),
    PLACES_JOINED(
            Grade.CHANGED,
            "junctions too near to each other, made one",
            "their queues are one, and so is who goes first"),
    CLUSTER(Grade.CHANGED, "junctions drawn as several nodes, made one", "nothing: to a driver they are one"),
    ALL_STOP(
            Grade.CHANGED,
            "junctions where no two roads lead straight on, made all-way stops",
            "everybody stops; write who goes first"),
    RAMP_YIELDS(Grade.CHANGED, "ramps that do not fit, given a yield sign", "who enters waits for a gap at the sign"),
    ARROWS_NOWHERE(
            Grade.CHANGED,
            "arrows that lead nowhere at their junction, left out",
            "lanes lead where the junction makes them lead"),
    ARROWS_REMOVED(
            Grade.CHANGED,
            "arrows that do not fit their junction, left out",
            "lanes lead where the junction makes them lead"),
    ARROWS_OTHER_COUNT(
            Grade.CHANGED,
            "arrows for another number of lanes than there are, left out",
            "lanes lead where the junction makes them lead"),
    ENDS_TOGETHER(
            Grade.CHANGED,
            "carriageways that arrive side by side, led to one point",
            "lines and paths at the junction lie elsewhere"),
    STRAIGHTENED(
            Grade.CHANGED,
            "bends that do not fit their junctions, straightened",
            "the road is a little shorter and lies elsewhere"),
    PEOPLES_SIGNAL(
            Grade.CHANGED,
            "signals for people away from junctions, taken as zebra crossings",
            "vehicles give way instead of stopping at red"),
    STOP_ON_AXIS(
            Grade.CHANGED,
            "bus stops drawn on the axis, taken as on the side of the road's direction",
            "the stop may be across the road"),
    TIDAL(Grade.CHANGED, "roads whose direction changes by time, taken as open both ways", "more room than there is"),
    LANES_NONE(Grade.CHANGED, "numbers of lanes that are none, left out", "lanes by class"),
    SPEED_UNREAD(Grade.CHANGED, "limits that cannot be read, taken by class", "drivers go by another limit"),

    MINI(Grade.GUESSED, "mini-roundabouts, given an outer diameter of 26 m", "size"),
    FIRST(Grade.GUESSED, "who goes first, by class and direction of the roads", "who waits"),
    LANES(Grade.GUESSED, "lanes by class", "room"),
    SPEED(Grade.GUESSED, "speed by class", "travel times"),
    ODD_LANES(Grade.GUESSED, "odd numbers of lanes, the odd one taken as ahead", "room of each direction"),
    BAY_SIDE(Grade.GUESSED, "bays whose side the map does not say, put to the middle of the road", "who has a bay"),
    LANE_GOES_ON(Grade.GUESSED, "lanes that end before a junction, taken as going on to it", "room at the junction"),
    RAMP_LANE(Grade.GUESSED, "lanes beside the main road that ramps are given", "room to merge"),
    SLIP(Grade.GUESSED, "slip lanes past junctions, given a bay and a yield sign", "who waits");

    /** How bad it is. */
    public enum Grade {
        LEFT_OUT,
        CHANGED,
        GUESSED
    }

    private final Grade grade;
    private final String words;
    private final String effect;

    Loss(Grade grade, String words, String effect) {
        this.grade = grade;
        this.words = words;
        this.effect = effect;
    }

    public Grade grade() {
        return grade;
    }

    /** What it is, for several of its kind. */
    public String words() {
        return words;
    }

    /** What it does to the study. */
    public String effect() {
        return effect;
    }
}
