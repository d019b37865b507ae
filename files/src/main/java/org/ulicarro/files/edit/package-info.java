/**
 * Changes of a network by what they mean, such as joining two places: {@code NetworkEdit} makes them on the tree of a study, {@code
 * TreeChanges} finds the single values that differ, {@code StudyEditor} writes them.
 */
package org.ulicarro.files.edit;
