package org.ulicarro.core.study;

/** Kinds of road on which people drive differently. */
public enum RoadClass {
    URBAN,
    MOTORWAY
}
