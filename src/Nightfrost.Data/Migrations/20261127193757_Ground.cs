using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nightfrost.Data.Migrations
{
    /// <inheritdoc />
    public partial class Ground : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "request",
                table: "done_writes");

            migrationBuilder.RenameColumn(
                name: "version",
                table: "cases",
                newName: "look_version");

            migrationBuilder.AddColumn<int>(
                name: "version",
                table: "manuals",
                type: "integer",
                nullable: false,
                defaultValue: 1);

            migrationBuilder.AddColumn<byte[]>(
                name: "fingerprint",
                table: "done_writes",
                type: "bytea",
                nullable: false,
                defaultValue: new byte[0]);

            migrationBuilder.AddColumn<int>(
                name: "row_token",
                table: "cases",
                type: "integer",
                nullable: false,
                defaultValue: 1);

            // A refusal is no longer kept: what it refused may be sent again.
            migrationBuilder.Sql("delete from done_writes where status >= 400");

            // One name is one site: cases of sites that were made twice at the same moment come together.
            migrationBuilder.Sql(
                """
                update cases set site_id = kept.id
                from sites own join (select distinct on (name) name, id from sites order by name, id) kept on kept.name = own.name
                where cases.site_id = own.id and own.id <> kept.id;
                delete from sites own using sites older where older.name = own.name and older.id < own.id;
                """);

            migrationBuilder.CreateIndex(
                name: "ix_sites_name",
                table: "sites",
                column: "name",
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "ix_sites_name",
                table: "sites");

            migrationBuilder.DropColumn(
                name: "version",
                table: "manuals");

            migrationBuilder.DropColumn(
                name: "fingerprint",
                table: "done_writes");

            migrationBuilder.DropColumn(
                name: "row_token",
                table: "cases");

            migrationBuilder.RenameColumn(
                name: "look_version",
                table: "cases",
                newName: "version");

            migrationBuilder.AddColumn<string>(
                name: "request",
                table: "done_writes",
                type: "character varying(400)",
                maxLength: 400,
                nullable: false,
                defaultValue: "");
        }
    }
}
