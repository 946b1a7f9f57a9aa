using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Nightfrost.Data.Migrations
{
    /// <inheritdoc />
    public partial class VisitPlanned : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<DateOnly>(
                name: "visit_on",
                table: "cases",
                type: "date",
                nullable: true);

            migrationBuilder.AddColumn<TimeOnly>(
                name: "visit_time",
                table: "cases",
                type: "time without time zone",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "visit_on",
                table: "cases");

            migrationBuilder.DropColumn(
                name: "visit_time",
                table: "cases");
        }
    }
}
