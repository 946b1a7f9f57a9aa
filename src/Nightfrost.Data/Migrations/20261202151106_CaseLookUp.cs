using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nightfrost.Data.Migrations
{
    /// <inheritdoc />
    public partial class CaseLookUp : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // Manuals.ModelKey in SQL, so that menu paths of one model are found by an index.
            migrationBuilder.Sql("""
                create function nightfrost_model_key(look jsonb) returns text language sql immutable parallel safe as
                $$ select btrim(regexp_replace(lower(look->'set'->>'model'), '[^[:alnum:]]+', '-', 'g'), '-') $$;
                create index ix_cases_model_key on cases (nightfrost_model_key(look)) where deleted_at is null;
                """);
            // Lax paths find nothing in a damaged document, and break nothing.
            migrationBuilder.Sql("""
                create function nightfrost_search_words(look jsonb, rig jsonb) returns text language sql immutable parallel safe as
                $$ select concat_ws(' ', jsonb_path_query_array(look, 'lax $.listeners[*].name')::text,
                    jsonb_path_query_array(look, 'lax $.listeners[*].receiverId')::text, jsonb_path_query_array(look, 'lax $.owned[*].deviceId')::text,
                    jsonb_path_query_array(rig, 'lax $.devices[*].name')::text) $$;
                """);

            migrationBuilder.AddColumn<string>(
                name: "search_words",
                table: "cases",
                type: "text",
                nullable: false,
                computedColumnSql: "nightfrost_search_words(look, rig)",
                stored: true);

            migrationBuilder.CreateTable(
                name: "shelf_state",
                columns: table => new
                {
                    id = table.Column<int>(type: "integer", nullable: false),
                    version = table.Column<long>(type: "bigint", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_shelf_state", x => x.id);
                });

            migrationBuilder.InsertData(
                table: "shelf_state",
                columns: new[] { "id", "version" },
                values: new object[] { 1, 1L });

            migrationBuilder.CreateIndex(
                name: "ix_cases_changed_at",
                table: "cases",
                column: "changed_at",
                filter: "deleted_at is null");

            migrationBuilder.CreateIndex(
                name: "ix_cases_visit_on",
                table: "cases",
                column: "visit_on",
                filter: "deleted_at is null");

            // Raised by the database itself: whoever changes the shelf, by whatever way, is noticed.
            migrationBuilder.Sql("""
                create function nightfrost_raise_shelf() returns trigger language plpgsql as
                $$ begin update shelf_state set version = version + 1; return null; end $$;
                create trigger raise_shelf after insert or update or delete or truncate on devices
                    for each statement execute function nightfrost_raise_shelf();
                create trigger raise_shelf after insert or update or delete or truncate on marking_words
                    for each statement execute function nightfrost_raise_shelf();
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("""
                drop trigger raise_shelf on devices;
                drop trigger raise_shelf on marking_words;
                drop function nightfrost_raise_shelf();
                """);

            migrationBuilder.DropTable(
                name: "shelf_state");

            migrationBuilder.DropIndex(
                name: "ix_cases_changed_at",
                table: "cases");

            migrationBuilder.DropIndex(
                name: "ix_cases_visit_on",
                table: "cases");

            migrationBuilder.DropColumn(
                name: "search_words",
                table: "cases");

            migrationBuilder.Sql("""
                drop function nightfrost_search_words(jsonb, jsonb);
                drop index ix_cases_model_key;
                drop function nightfrost_model_key(jsonb);
                """);
        }
    }
}
