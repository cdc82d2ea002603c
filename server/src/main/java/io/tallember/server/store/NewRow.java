package io.tallember.server.store;

/** Receives the id that the database gives a new row. */
public final class NewRow {
    private Long id;

    public Long getId() {
        return id;
    }

    public void setId(Long id) {
        this.id = id;
    }
}
