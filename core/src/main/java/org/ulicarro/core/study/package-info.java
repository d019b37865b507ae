/**
 * What people write, as immutable records in the shape of the study tree, everything in SI.
 *
 * <p>A record component is a key of the file in kebab-case ({@code warmUp} is {@code warm-up}); its annotations say unit, usual
 * value and meaning. Reading, the JSON Schema and the documentation all follow from them, so a new input is a new component and
 * nothing else. What no single value can tell (a road that ends at an unknown place) is checked by {@link
 * org.ulicarro.core.study.StudyRules}.
 */
package org.ulicarro.core.study;
