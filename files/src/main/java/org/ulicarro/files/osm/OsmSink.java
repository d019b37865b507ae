package org.ulicarro.files.osm;

import java.util.Map;

/** Takes the elements of a map file one by one. */
interface OsmSink {

    /** @param tags empty for most */
    void node(long id, double lat, double lon, Map<String, String> tags);

    void way(long id, long[] nodes, Map<String, String> tags);

    /**
     * A relation.
     *
     * @param kinds of its members: {@code n}, {@code w} or {@code r}
     * @param members their ids
     * @param roles what they are in it
     */
    void relation(long id, char[] kinds, long[] members, String[] roles, Map<String, String> tags);
}
