package org.ulicarro.core.study;

/**
 * One direction of a road, written {@code quay-2 ahead}.
 *
 * @param road its id
 * @param ahead whether from its first place to its second
 */
@Form(pattern = "^[A-Za-z0-9_-]+ (ahead|back)$", example = "quay-2 ahead")
public record LinkName(String road, boolean ahead) {

    public static LinkName parse(String text) {
        int blank = text.lastIndexOf(' ');
        return new LinkName(text.substring(0, blank), text.endsWith("ahead"));
    }

    @Override
    public String toString() {
        return road + (ahead ? " ahead" : " back");
    }
}
