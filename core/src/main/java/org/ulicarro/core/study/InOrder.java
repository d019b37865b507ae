package org.ulicarro.core.study;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/** Copies that keep the order of the file, which {@code Map.copyOf} does not; results must not hang on a hash order. */
final class InOrder {

    private InOrder() {}

    static <K, V> Map<K, V> map(Map<K, V> written) {
        return written == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(written));
    }
}
