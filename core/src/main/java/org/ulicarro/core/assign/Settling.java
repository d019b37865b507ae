package org.ulicarro.core.assign;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.SettledInput;

/** Compares an iteration with the one before. */
final class Settling {

    private static final double[] TIME_CLASSES = {0, 0.05, 0.1, 0.2, 0.5, Double.NaN};
    private static final double[] VOLUME_CLASSES = {0, 5, 10, 20, 50, Double.NaN};

    /** Ways with fewer drivers than this in a slice are not looked at. */
    private static final double SOMEBODY = 2;

    /** Changes of ways or roads, one by one. */
    private static final class Changes {

        private final String what;
        private final double within;
        private final double[] classes;
        private final int[] counts;
        private final double[] vehicles;
        private int all;
        private int inside;
        private double allVehicles;
        private double insideVehicles;

        private Changes(String what, double within, double[] classes) {
            this.what = what;
            this.within = within;
            this.classes = classes;
            counts = new int[classes.length - 1];
            vehicles = new double[counts.length];
        }

        private void add(double change, double volume) {
            int at = 0;
            while (at < counts.length - 1 && change > classes[at + 1]) {
                at++;
            }
            counts[at]++;
            vehicles[at] += volume;
            all++;
            allVehicles += volume;
            if (change <= within) {
                inside++;
                insideVehicles += volume;
            }
        }

        private double share() {
            return all == 0 ? 1 : (double) inside / all;
        }

        private double byVolume() {
            return allVehicles == 0 ? 1 : insideVehicles / allVehicles;
        }

        private void rows(List<ChangeRow> rows) {
            for (int i = 0; i < counts.length; i++) {
                rows.add(new ChangeRow(what, classes[i], classes[i + 1], counts[i], vehicles[i]));
            }
        }
    }

    private final Network network;
    private final SettledInput until;
    private Times times;
    private double[] volumes;
    private double[] linkTimes;
    private int inARow;
    private Changes path;
    private Changes link;
    private Changes volume;

    Settling(Network network, SettledInput until) {
        this.network = network;
        this.until = until;
        begin();
    }

    private void begin() {
        path = new Changes(
                "path_time", until.pathTime() == null ? 0.1 : until.pathTime().within(), TIME_CLASSES);
        link = new Changes(
                "link_time", until.linkTime() == null ? 0.1 : until.linkTime().within(), TIME_CLASSES);
        volume = new Changes(
                "link_volume",
                until.linkVolume() == null ? 5 : until.linkVolume().within(),
                VOLUME_CLASSES);
    }

    /**
     * Looks at an iteration.
     *
     * @param now what came of it
     * @param gap that it leaves
     * @return whether there was one before, to compare with
     */
    boolean look(WayShares shares, Loading.Result now, double gap) {
        boolean comparable = times != null;
        begin();
        double[] nowVolumes = now.loaded().volumes(network);
        double[] nowTimes = now.loaded().linkTimes(network);
        if (comparable) {
            comparePaths(shares, now.times());
            compareLinks(nowVolumes, nowTimes);
        }
        boolean met = comparable
                && (until.pathTime() == null || path.share() >= until.pathTime().on())
                && (until.linkTime() == null || link.share() >= until.linkTime().on())
                && (until.linkVolume() == null
                        || volume.share() >= until.linkVolume().on())
                && (until.gap() == null || gap <= until.gap());
        inARow = met ? inARow + 1 : 0;
        times = now.times();
        volumes = nowVolumes;
        linkTimes = nowTimes;
        return comparable;
    }

    private void comparePaths(WayShares shares, Times now) {
        for (PairState pair : shares.pairs()) {
            for (int p = 0; p < pair.paths.size(); p++) {
                for (int s = 0; s < now.slices.count(); s++) {
                    double vehicles = 0;
                    for (int g = 0; g < pair.shares.length; g++) {
                        vehicles += pair.vehicles[g][s] * pair.shares[g][s][p];
                    }
                    if (vehicles >= SOMEBODY) {
                        double before = TasteCost.seconds(pair.paths.get(p), now.slices.middle(s), times);
                        double after = TasteCost.seconds(pair.paths.get(p), now.slices.middle(s), now);
                        path.add(Math.abs(after / before - 1), vehicles);
                    }
                }
            }
        }
    }

    private void compareLinks(double[] nowVolumes, double[] nowTimes) {
        for (int i = 0; i < volumes.length; i++) {
            double vehicles = (volumes[i] + nowVolumes[i]) / 2;
            if (vehicles > 0) {
                volume.add(Math.abs(nowVolumes[i] - volumes[i]), vehicles);
            }
            if (volumes[i] > 0 && nowVolumes[i] > 0) {
                link.add(Math.abs(nowTimes[i] / linkTimes[i] - 1), vehicles);
            }
        }
    }

    /** Whether limits were met so many times in a row. */
    boolean isSettled() {
        return inARow >= until.inARow();
    }

    int inARow() {
        return inARow;
    }

    double pathTime() {
        return path.share();
    }

    double pathTimeByVolume() {
        return path.byVolume();
    }

    double linkTime() {
        return link.share();
    }

    double linkTimeByVolume() {
        return link.byVolume();
    }

    double linkVolume() {
        return volume.share();
    }

    /** Classes of change from the iteration before. */
    List<ChangeRow> classes() {
        List<ChangeRow> rows = new ArrayList<>();
        path.rows(rows);
        link.rows(rows);
        volume.rows(rows);
        return rows;
    }

    /** Roads of the last iteration looked at, beside the one before it. */
    List<RoadRow> roads(double[] beforeVolumes, double[] beforeTimes, Times free) {
        List<RoadRow> rows = new ArrayList<>();
        Slices slices = times.slices;
        for (Link one : network.links()) {
            for (int s = 0; s < slices.count() && !one.ring(); s++) {
                int at = one.index() * slices.count() + s;
                if (volumes[at] > 0 || beforeVolumes != null && beforeVolumes[at] > 0) {
                    rows.add(new RoadRow(
                            one.id(),
                            slices.begin(s),
                            slices.begin(s) + slices.length(),
                            volumes[at],
                            linkTimes[at],
                            free(one, s, free),
                            beforeVolumes == null ? Double.NaN : beforeVolumes[at],
                            beforeTimes == null ? Double.NaN : beforeTimes[at]));
                }
            }
        }
        return rows;
    }

    private double free(Link link, int slice, Times free) {
        double least = free.out[link.index() * free.slices.count() + slice];
        double sum = 0;
        int turns = 0;
        for (var turn : network.movementsFrom(link.index())) {
            sum += free.turn[turn.index() * free.slices.count() + slice];
            turns++;
        }
        return turns == 0 ? least : sum / turns;
    }

    double[] volumes() {
        return volumes;
    }

    double[] linkTimes() {
        return linkTimes;
    }
}
