/**
 * Studies and runs as files: located reading with all faults at once, tables, and the run store.
 *
 * <p>{@link org.ulicarro.files.StudyFolder} reads, {@link org.ulicarro.files.RunStore} writes and finds runs. The way of a study:
 * YAML with positions ({@code YamlFile}), joined and patched ({@code StudyTree}), checked against the shipped JSON Schema ({@code
 * SchemaCheck}), bound to the records of core ({@code StudyBinder}).
 */
package org.ulicarro.files;
