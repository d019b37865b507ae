package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.List;

/**
 * How the legs of a roundabout meet its ring so that cars can turn: as usual where that does; else with a narrower island between entry
 * and exit, and turned away from neighbours that are too near, as such legs are built.
 */
final class LegFit {

    /** A radius from which on nothing more is tried (m): what a car turns on at walking speed, with room to spare. */
    private static final double ROOMY = 4.0;

    /** Half widths of islands between entry and exit that are tried (m). */
    private static final double[] ISLANDS = {RoundaboutLeg.HALF_SPLITTER, 1.6, 0.9};

    /** The same down to a painted line, where no angle between the legs makes room for an island. */
    private static final double[] PAINTED = {0.9, 0.2};

    /** Angles between legs that are tried (degrees). */
    private static final int[] ANGLES = {40, 50, 60, 70, 80, 90};

    private static final double OVERLAPPING = 0.1;

    /** A leg turns by no more (rad). */
    private static final double MOST_TURNED = StrictMath.toRadians(40);

    private static final int ROUNDS = 60;

    private LegFit() {}

    /** @param plans counter-clockwise */
    static List<RoundaboutLeg> of(RoundaboutShape ring, List<RoundaboutLeg.Plan> plans) {
        double[] asBuilt = new double[plans.size()];
        List<RoundaboutLeg> best = legs(ring, plans, asBuilt, ISLANDS);
        double worth = worth(best, plans, asBuilt);
        for (double[] splitters : new double[][] {ISLANDS, PAINTED}) {
            for (int degrees : ANGLES) {
                if (worth >= ROOMY) {
                    return best;
                }
                double[] turned = apart(plans, StrictMath.toRadians(Math.min(degrees, 360.0 / plans.size())));
                List<RoundaboutLeg> legs = legs(ring, plans, turned, splitters);
                double own = worth(legs, plans, turned);
                best = own > worth ? legs : best;
                worth = Math.max(own, worth);
            }
        }
        return best;
    }

    /** The tightest radius (m); next to nothing where two legs overlap at the ring. */
    private static double worth(List<RoundaboutLeg> legs, List<RoundaboutLeg.Plan> plans, double[] turned) {
        double radius = legs.stream().mapToDouble(RoundaboutLeg::radius).min().orElse(Double.POSITIVE_INFINITY);
        for (int i = 0; i < turned.length; i++) {
            RoundaboutLeg.Plan next = plans.get((i + 1) % turned.length);
            if (turned.length > 1 && overlap(plans.get(i), next, gap(plans, turned, i))) {
                radius = Math.min(radius, ROOMY) * OVERLAPPING;
            }
        }
        return radius;
    }

    /** Whether the entry of a leg and the exit of the next one lie on each other at the ring. */
    static boolean overlap(RoundaboutLeg.Plan leg, RoundaboutLeg.Plan next, double angle) {
        double room = angle * Math.min(leg.lineAt(), next.lineAt());
        return room < leg.left() + next.right();
    }

    private static List<RoundaboutLeg> legs(
            RoundaboutShape ring, List<RoundaboutLeg.Plan> plans, double[] turned, double[] splitters) {
        List<RoundaboutLeg> legs = new ArrayList<>();
        int count = plans.size();
        for (int i = 0; i < count; i++) {
            double before = gap(plans, turned, (i + count - 1) % count);
            double after = gap(plans, turned, i);
            RoundaboutLeg best = null;
            for (double splitter : splitters) {
                if (best == null || best.radius() < ROOMY) {
                    RoundaboutLeg leg = RoundaboutLeg.of(
                            ring, plans.get(i), new RoundaboutLeg.Meeting(turned[i], splitter), before, after);
                    best = best == null || leg.radius() > best.radius() ? leg : best;
                }
            }
            legs.add(best);
        }
        return legs;
    }

    /** Angle from one leg to the next (rad). */
    private static double gap(List<RoundaboutLeg.Plan> plans, double[] turned, int i) {
        int next = (i + 1) % plans.size();
        double angle = plans.get(next).bearing() - plans.get(i).bearing();
        double whole = plans.size() == 1 || angle <= 0 ? angle + 2 * StrictMath.PI : angle;
        return whole + turned[next] - turned[i];
    }

    /** By how much each leg turns so that neighbours are so far apart, as nearly as can be. */
    private static double[] apart(List<RoundaboutLeg.Plan> plans, double least) {
        double[] turned = new double[plans.size()];
        for (int round = 0; round < ROUNDS && plans.size() > 1; round++) {
            for (int i = 0; i < turned.length; i++) {
                int next = (i + 1) % turned.length;
                double missing = least - gap(plans, turned, i);
                if (missing > 0) {
                    turned[i] = Math.max(-MOST_TURNED, turned[i] - missing / 2);
                    turned[next] = Math.min(MOST_TURNED, turned[next] + missing / 2);
                }
            }
        }
        return turned;
    }
}
