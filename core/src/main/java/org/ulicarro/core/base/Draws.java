package org.ulicarro.core.base;

/**
 * Random numbers by counter: a draw is a pure function of a 64-bit key and a count, so there is no generator state to save, and
 * what one part draws never shifts what another part draws. A changed signal plan meets the same traffic.
 *
 * <p>The mixing function is the finaliser of SplitMix64 (G. L. Steele, D. Lea, C. H. Flood, <i>Fast splittable pseudorandom
 * number generators</i>, OOPSLA 2014), in David Stafford's variant 13.
 */
public final class Draws {

    /** What a stream of draws is for. The code is part of every key: renumbering one would change all results. */
    public enum Purpose {
        ARRIVALS(1),
        ROUTE(2),
        VEHICLE(3),
        WALKER_ARRIVALS(4),
        WALKER(5);

        private final long code;

        Purpose(long code) {
            this.code = code;
        }
    }

    private static final long GOLDEN_GAMMA = 0x9E3779B97F4A7C15L;

    private Draws() {}

    /** The key of one stream: what it is for, in which replication of which seed, for which thing. */
    public static long key(long seed, int replication, Purpose purpose, long id) {
        long h = mix(seed + GOLDEN_GAMMA);
        h = mix(h ^ (replication * GOLDEN_GAMMA + 1));
        h = mix(h ^ (purpose.code * GOLDEN_GAMMA + 2));
        return mix(h ^ (id * GOLDEN_GAMMA + 3));
    }

    /** A key from a name, by FNV-1a over its characters; fixed for all time, unlike a library's hash. */
    public static long idOf(String name) {
        long h = 0xCBF29CE484222325L;
        for (int i = 0; i < name.length(); i++) {
            h = (h ^ name.charAt(i)) * 0x100000001B3L;
        }
        return h;
    }

    /** The n-th draw of a stream, uniform in (0, 1), both ends excluded. */
    public static double uniform(long key, long n) {
        long bits = mix(key + n * GOLDEN_GAMMA) >>> 11;
        return (bits + 0.5) * 0x1.0p-53;
    }

    /** A key of its own for the n-th that shares a stream with others. */
    public static long uniformBits(long key, long n) {
        return mix(key + n * GOLDEN_GAMMA);
    }

    /** The n-th draw of a stream, exponential with mean 1. */
    public static double exponential(long key, long n) {
        return -StrictMath.log(uniform(key, n));
    }

    /** The n-th draw of a stream, normal, cut off at two standard deviations either side by redrawing within them. */
    public static double normalWithinTwo(long key, long n, double mean, double sd) {
        // P(Z < -2) = 0.0227501319; inverting inside the cut keeps one draw per number.
        double u = 0.0227501319481792 + uniform(key, n) * (1 - 2 * 0.0227501319481792);
        return mean + sd * NormalQuantile.of(u);
    }

    private static long mix(long z) {
        z = (z ^ (z >>> 30)) * 0xBF58476D1CE4E5B9L;
        z = (z ^ (z >>> 27)) * 0x94D049BB133111EBL;
        return z ^ (z >>> 31);
    }
}
