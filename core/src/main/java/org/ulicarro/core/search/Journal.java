package org.ulicarro.core.search;

import java.util.Map;
import java.util.Optional;

/** Remembers every replication of every trial of a search. A search that is repeated asks it first, and drives only what it lacks. */
public interface Journal {

    /** Remembers nothing. */
    Journal NONE = new Journal() {
        @Override
        public Optional<Map<String, Double>> find(int trial, Map<String, String> change, int replication) {
            return Optional.empty();
        }

        @Override
        public void keep(int trial, Map<String, String> change, int replication, Map<String, Double> figures) {}
    };

    /**
     * What was measured.
     *
     * @param trial its number, from 1
     * @param change what it tries: paths of the study and their values, as a study writes them
     * @return figures by name; empty where that replication was not driven, or was driven with another change
     */
    Optional<Map<String, Double>> find(int trial, Map<String, String> change, int replication);

    /** Keeps what was measured; told in the order of trials and replications. */
    void keep(int trial, Map<String, String> change, int replication, Map<String, Double> figures);
}
