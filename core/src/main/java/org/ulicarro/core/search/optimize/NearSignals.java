package org.ulicarro.core.search.optimize;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;

/** Which signals are near each other in time, so that platoons from one still are platoons at the next: they share a cycle. */
public final class NearSignals {

    private final Network network;
    private final List<String> places;
    private final double seconds;
    private final Map<String, String> head = new LinkedHashMap<>(); // of the group that a place is in

    private NearSignals(Network network, List<String> places, double seconds) {
        this.network = network;
        this.places = places;
        this.seconds = seconds;
        places.forEach(p -> head.put(p, p));
        for (String place : places) {
            for (Link link : network.linksFrom(place)) {
                follow(place, link, 0, 0);
            }
        }
    }

    /**
     * Signals in groups, each in the order in which they were given.
     *
     * @param seconds the way from one to the next takes at most, without traffic
     */
    public static List<List<String>> groups(Network network, List<String> places, double seconds) {
        NearSignals near = new NearSignals(network, places, seconds);
        Map<String, List<String>> groups = new LinkedHashMap<>();
        for (String place : places) {
            groups.computeIfAbsent(near.headOf(place), none -> new ArrayList<>())
                    .add(place);
        }
        return List.copyOf(groups.values());
    }

    private void follow(String from, Link link, double before, int links) {
        double then = before + link.freeTime();
        if (then > seconds || links > 6) {
            return;
        }
        if (places.contains(link.to())) {
            head.put(headOf(link.to()), headOf(from));
            return;
        }
        for (Movement movement : network.movementsFrom(link.index())) {
            follow(from, network.links().get(movement.toLink()), then, links + 1);
        }
    }

    private String headOf(String place) {
        String at = place;
        while (!head.get(at).equals(at)) {
            at = head.get(at);
        }
        return at;
    }
}
